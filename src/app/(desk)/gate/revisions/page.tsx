import type { Metadata } from "next";
import { RevisionsPage } from "@/features/gate";
import { loadRevisions } from "@/features/gate/load";

export const metadata: Metadata = { title: "Revisions" };

interface Props {
  readonly searchParams: Promise<{ readonly before?: string }>;
}

export default async function Revisions({ searchParams }: Props) {
  const before = Number((await searchParams).before);
  const list = await loadRevisions(Number.isSafeInteger(before) && before > 0 ? before : undefined);
  return list ? <RevisionsPage {...list} /> : null;
}
