import type { Metadata } from "next";
import { notFound } from "next/navigation";
import { loadDraft } from "@/features/draft/load";
import { EditionComparison } from "@/features/tariffs";
import { comparedEditions } from "@/features/tariffs/load";

export const metadata: Metadata = { title: "Compare editions" };

interface Props {
  readonly params: Promise<{ code: string }>;
  readonly searchParams: Promise<{ a?: string; b?: string; with?: string }>;
}

export default async function ComparePage({ params, searchParams }: Props) {
  const code = decodeURIComponent((await params).code);
  const { a, b, with: other } = await searchParams;
  const { setup, compiled } = await loadDraft();
  const tariff = setup?.tariffs.find((entry) => entry.code === code);
  const second = setup?.tariffs.find((entry) => entry.code === other) ?? tariff;
  if (!setup || !tariff || !second) notFound();
  const after = second.editions.find((edition) => edition.label === b) ?? second.editions.at(-1);
  const last = second === tariff ? (tariff.editions.at(-2) ?? after) : tariff.editions.at(-1);
  const before = tariff.editions.find((edition) => edition.label === a) ?? last;
  if (!before || !after) notFound();
  const sides = [
    { tariff, edition: before },
    { tariff: second, edition: after },
  ] as const;
  return (
    <EditionComparison
      key={`${before.label} ${second.code} ${after.label}`}
      before={sides[0]}
      after={sides[1]}
      names={Object.fromEntries(
        setup.zoneCharts
          .find((chart) => chart.code === tariff.zoneChart)
          ?.zones.map((zone) => [zone.code, zone.name]) ?? [],
      )}
      tariffs={setup.tariffs.map(({ code: own, name, editions }) => ({
        code: own,
        name,
        editions: editions.map(({ label }) => label),
      }))}
      {...(await comparedEditions(setup, compiled?.ok ? compiled.value : undefined, sides))}
    />
  );
}
