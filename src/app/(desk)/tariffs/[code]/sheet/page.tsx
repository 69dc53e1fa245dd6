import type { Metadata } from "next";
import { notFound } from "next/navigation";
import { loadDraft } from "@/features/draft/load";
import { TariffSheet } from "@/features/tariffs";
import { carrierOf, usersOf } from "@/features/tariffs/load";
import { PrintPage } from "@/ui/parts/print-page";

export const metadata: Metadata = { title: "Tariff sheet" };

interface Props {
  readonly params: Promise<{ code: string }>;
  readonly searchParams: Promise<{ edition?: string }>;
}

export default async function SheetPage({ params, searchParams }: Props) {
  const code = decodeURIComponent((await params).code);
  const { edition: label } = await searchParams;
  const { setup } = await loadDraft();
  const tariff = setup?.tariffs.find((entry) => entry.code === code);
  const edition = tariff?.editions.find((entry) => entry.label === label) ?? tariff?.editions.at(-1);
  if (!setup || !tariff || !edition) notFound();
  return (
    <PrintPage title={tariff.name} about={carrierOf(setup, tariff) ?? setup.business.name}>
      <TariffSheet
        tariff={tariff}
        edition={edition}
        chart={setup.zoneCharts.find((chart) => chart.code === tariff.zoneChart)}
        usedBy={usersOf(setup, tariff).map(({ name }) => name)}
      />
    </PrintPage>
  );
}
