import type { Metadata } from "next";
import { notFound } from "next/navigation";
import { RevisionPage } from "@/features/gate";
import { loadComparison, numberIn } from "@/features/gate/load";

export const metadata: Metadata = { title: "Revision" };

interface Props {
  readonly params: Promise<{ readonly number: string }>;
  readonly searchParams: Promise<{ readonly against?: string }>;
}

export default async function Revision({ params, searchParams }: Props) {
  const number = numberIn((await params).number);
  const view =
    number === undefined ? undefined : await loadComparison(number, numberIn((await searchParams).against));
  if (!view) notFound();
  return <RevisionPage key={`${number} ${view.against}`} {...view} />;
}
