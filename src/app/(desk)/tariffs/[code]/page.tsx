import type { Metadata } from "next";
import { notFound } from "next/navigation";
import { noticesFor } from "@/features/draft/notice";
import { loadDraft } from "@/features/draft/load";
import {
  businessToday,
  carrierOf,
  editionShown,
  daysLeft,
  laidAgainst,
  liveCells,
  notesOfEdition,
  servicesFor,
  shippedBy,
  usersOf,
} from "@/features/tariffs/load";
import { askedPlaces, TariffWorkbench, type AskedCell } from "@/features/tariffs";

export const metadata: Metadata = { title: "Tariffs" };

interface Props {
  readonly params: Promise<{ code: string }>;
  readonly searchParams: Promise<AskedCell & { readonly edition?: string; readonly against?: string }>;
}

/** The zone's code and its name stand before the first break. */
const LEAD = 2;

export default async function TariffPage({ params, searchParams }: Props) {
  const code = decodeURIComponent((await params).code);
  const query = await searchParams;
  const { setup, compiled, findings } = await loadDraft();
  const tariff = setup?.tariffs.find((entry) => entry.code === code);
  if (!setup || !tariff) notFound();
  const today = await businessToday(setup);
  const edition = editionShown(tariff, query.edition, today);
  if (!edition)
    return <p className="px-[18px] py-6 text-soft">This tariff has no edition: nothing is rated by it.</p>;
  const left = tariff.editions.flatMap((entry) => {
    const days = daysLeft(entry.to, today);
    return days === undefined ? [] : [[entry.label, days] as const];
  });
  const { row, column, page } = askedPlaces(edition, query);
  const start =
    row === undefined && column === undefined
      ? undefined
      : {
          row: Math.min(row ?? 0, Math.max(0, edition.rows.length - 1)),
          column: LEAD + Math.min(column ?? 0, edition.breaks.length - 1),
        };
  const rated = compiled?.ok ? compiled.value : undefined;
  const [notes, shipped, live] = await Promise.all([
    notesOfEdition(code, edition.label),
    shippedBy(setup, rated, tariff),
    liveCells(code, edition),
  ]);
  const laid = rated
    ? laidAgainst(rated, tariff, edition, query.against, today)
    : { others: [], against: undefined };
  const chart = setup.zoneCharts.find((one) => one.code === tariff.zoneChart);
  return (
    <TariffWorkbench
      users={usersOf(setup, tariff)}
      services={servicesFor(setup, tariff)}
      key={`${code} ${edition.label} ${row ?? ""} ${column ?? ""}`}
      tariff={tariff}
      // a table asks a chart for its zones alone: its entries may be many
      chart={chart && { ...chart, entries: [] }}
      edition={edition}
      today={today}
      daysLeft={Object.fromEntries(left)}
      notices={noticesFor(findings, `tariffs/${code}/editions/${encodeURIComponent(edition.label)}`)}
      start={start}
      startPage={Math.min(page, (edition.bands?.edges.length ?? 1) - 1)}
      notes={notes}
      shipped={shipped}
      against={laid.against}
      others={laid.others}
      live={live}
      carrierName={carrierOf(setup, tariff)}
    />
  );
}
