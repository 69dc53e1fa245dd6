import type { Metadata } from "next";
import { CoverageBoard } from "@/features/board";
import { loadBoard } from "@/features/board/load";
import { loadDraft } from "@/features/draft/load";

export const metadata: Metadata = { title: "What goes where" };

interface Props {
  readonly searchParams: Promise<{ by?: string; all?: string }>;
}

export default async function BoardPage({ searchParams }: Props) {
  const { by, all } = await searchParams;
  await loadDraft();
  const board = await loadBoard(by === "offer" ? "offer" : "service", all === "1");
  return (
    <div className="px-[18px] py-4">
      {board ? (
        <CoverageBoard key={`${board.by} ${all ?? ""}`} board={board} all={all === "1"} />
      ) : (
        <p className="text-soft">
          The setup names something that is not there: see the stations marked in the line.
        </p>
      )}
    </div>
  );
}
