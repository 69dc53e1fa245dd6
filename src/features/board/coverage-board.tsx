"use client";

import Link from "next/link";
import { useMemo, useState } from "react";
import { useDraft } from "@/features/draft";
import { PageHead } from "@/ui/parts/page-head";
import { BoardTable, type CellKey } from "./board-table";
import type { Board } from "./load";
import { WishBar } from "./wish-bar";

/** Where goods get to, by which service or offer; whole rows and columns changed at once, by entries that are shown first. */
export function CoverageBoard({ board, all }: { readonly board: Board; readonly all: boolean }) {
  const { mayEdit } = useDraft();
  const [chosen, setChosen] = useState<ReadonlySet<CellKey>>(new Set());
  const cells = useMemo(
    () =>
      [...chosen].flatMap((key) => {
        const [row, column] = key.split(":").map(Number);
        const [place, of] = [board.places[row ?? -1], board.columns[column ?? -1]];
        return place && of ? [{ of: board.by, code: of.code, place }] : [];
      }),
    [chosen, board],
  );
  const tab = (href: string, name: string, on: boolean) => (
    <Link
      href={href}
      prefetch={false}
      aria-current={on ? "page" : undefined}
      className={`rounded-md border px-2 py-1 ${on ? "border-ink bg-ink text-on-ink" : "border-hairline hover:border-edge"}`}
    >
      {name}
    </Link>
  );
  const query = (by: Board["by"], every: boolean) =>
    `/zones/board?${new URLSearchParams({ by, ...(every ? { all: "1" } : {}) }).toString()}`;
  return (
    <>
      <PageHead above="Zones" title="What goes where">
        {tab(query("service", all), "by service", board.by === "service")}
        {tab(query("offer", all), "by offer", board.by === "offer")}
        <span className="w-3" />
        {tab(query(board.by, false), "countries in use", !all)}
        {tab(query(board.by, true), "every country", all)}
      </PageHead>
      <p className="mb-2 flex flex-wrap gap-x-4 text-soft">
        <span>● served, with its zone</span>
        <span>✕ barred</span>
        <span>? no rate in force</span>
        <span>· not in the chart</span>
        <span>~ only the carrier knows</span>
        <span>◐ in part: some of its postcodes or subdivisions</span>
      </p>
      {mayEdit && (
        <WishBar
          key={board.by}
          cells={cells}
          by={board.by}
          zones={board.zones}
          onClear={() => setChosen(new Set())}
        />
      )}
      <BoardTable board={board} chosen={chosen} onChoose={mayEdit ? setChosen : undefined} />
    </>
  );
}
