import type { Metadata } from "next";
import { notFound } from "next/navigation";
import { noticesFor } from "@/features/draft/notice";
import { loadDraft } from "@/features/draft/load";
import { ChartEditor, ZonesSide } from "@/features/zones";
import { entryAsked, loadCatches } from "@/features/zones/load";
import { packEntries } from "@/features/zones/packed-entries";
import { TwoPanes } from "@/ui/parts/two-panes";

export const metadata: Metadata = { title: "Zones" };

interface Props {
  readonly params: Promise<{ code: string }>;
  readonly searchParams: Promise<{ entry?: string }>;
}

export default async function ZonePage({ params, searchParams }: Props) {
  const code = decodeURIComponent((await params).code);
  const { entry } = await searchParams;
  const { setup, findings } = await loadDraft();
  const chart = setup?.zoneCharts.find((one) => one.code === code);
  if (!setup || !chart) notFound();
  const { entries, ...head } = chart;
  const readers = (chartCode: string) => setup.tariffs.filter((tariff) => tariff.zoneChart === chartCode);
  const charts = setup.zoneCharts.map((one) => ({
    code: one.code,
    name: one.name,
    zones: one.zones.length,
    entries: one.entries.length,
    tariffs: readers(one.code).length,
  }));
  return (
    <TwoPanes side={<ZonesSide charts={charts} current={code} />}>
      <ChartEditor
        key={`${code} ${entry ?? ""}`}
        chart={head}
        packed={packEntries(entries)}
        catches={await loadCatches(chart)}
        origins={setup.origins.map((origin) => ({ value: origin.code, name: origin.name }))}
        taken={setup.zoneCharts.map((one) => one.code)}
        usedBy={readers(code).map((tariff) => tariff.name)}
        notices={noticesFor(findings, `zoneCharts/${code}`)}
        entry={entryAsked(entries, entry)}
      />
    </TwoPanes>
  );
}
