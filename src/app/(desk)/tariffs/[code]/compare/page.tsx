import type { Metadata } from "next";
import { notFound } from "next/navigation";
import { loadDraft } from "@/features/draft/load";
import { EditionComparison } from "@/features/tariffs";
import { compared } from "@/features/tariffs/load";

export const metadata: Metadata = { title: "Compare editions" };

interface Props {
  readonly params: Promise<{ code: string }>;
  readonly searchParams: Promise<{ a?: string; b?: string }>;
}

export default async function ComparePage({ params, searchParams }: Props) {
  const code = decodeURIComponent((await params).code);
  const { a, b } = await searchParams;
  const { setup } = await loadDraft();
  const tariff = setup?.tariffs.find((entry) => entry.code === code);
  const editions = tariff?.editions ?? [];
  const after = editions.find((edition) => edition.label === b) ?? editions.at(-1);
  const before = editions.find((edition) => edition.label === a) ?? editions.at(-2) ?? after;
  if (!tariff || !before || !after) notFound();
  return (
    <EditionComparison
      key={`${before.label} ${after.label}`}
      tariff={tariff}
      before={before}
      after={after}
      comparison={compared(before, after)}
    />
  );
}
