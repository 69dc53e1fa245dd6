import type { Change } from "@/core/setup/inverse";
import { joinPath, type Json } from "@/core/setup/path";
import type { Edition } from "@/core/setup/tariff";
import type { ZoneChart } from "@/core/setup/zone-chart";
import { withTable } from "@/core/tariff-files/build-table";
import { endsBefore } from "@/core/tariffs/in-force";
import type { Reading, ReadTariff } from "@/core/tariff-files/thread";
import { countryName } from "@/messages/country-name";
import { usualUnits, type ImportPlan, type KnownTariff } from "./import-plan";

/** What is in the draft now of the places the file goes into. */
export interface Existing {
  readonly chart: ZoneChart | undefined;
  /** Editions that a table goes into, by the tariff's name as the file has it. */
  readonly editions: Readonly<Record<string, Edition>>;
}

/** The changes of the draft that take a file in: chart, zones, tariffs and editions, all or none. */
export function importChanges(
  { plan, frame, chart, targets }: ImportPlan,
  reading: Reading,
  existing: Existing,
  known: readonly KnownTariff[],
): Change[] {
  const zoneChart = chart.code;
  const tariffs = reading.tariffs.flatMap((read): Change[] => {
    const target = targets[read.name];
    if (!target || target.kind === "skip" || read.table.rows.length === 0) return [];
    const path = joinPath("tariffs", target.code);
    const blank = { label: frame.label, from: frame.from, breaks: [], rows: [] };
    const unit = usualUnits[frame.bands];
    const measured = { measure: frame.bands, ...(unit === undefined ? {} : { unit }) };
    const fresh = withTable(blank, read.table, measured);
    if (target.kind === "new")
      return [
        {
          path,
          to: {
            code: target.code,
            name: target.name,
            side: frame.side,
            currency: frame.currency,
            zoneChart,
            measure: frame.measure,
            ...(frame.unit === undefined ? {} : { unit: frame.unit }),
            boundary: plan.boundary,
            editions: [fresh],
          } as Json,
        },
      ];
    if (target.kind === "edition") return replaced(path, read, existing.editions[read.name]);
    const tariff = known.find((one) => one.code === target.code);
    const next = withTable({ ...blank, ...tariff?.kept }, read.table, measured);
    return [
      ...(tariff ? endsBefore(tariff.code, tariff.editions, frame.from) : []),
      { path: `${path}/${joinPath("editions", frame.label)}`, to: next as Json },
    ];
  });
  return [...chartChanges(chart, reading.added, existing.chart), ...tariffs];
}

function replaced(path: string, { table }: ReadTariff, before: Edition | undefined): Change[] {
  if (!before) return [];
  const to = withTable(before, table);
  return [{ path: `${path}/${joinPath("editions", before.label)}`, from: before as Json, to: to as Json }];
}

function chartChanges(
  chart: ImportPlan["chart"],
  added: Reading["added"],
  before: ZoneChart | undefined,
): Change[] {
  const path = joinPath("zoneCharts", chart.code);
  const places = new Map(added.entries.map((entry) => [entry.zone, entry]));
  const named = added.zones.map((zone) => {
    const entry = places.get(zone.code);
    return entry ? { ...zone, name: placeName(entry) } : zone;
  });
  if (chart.kind === "new")
    return [
      {
        path,
        to: { code: chart.code, name: chart.name, zones: named, entries: added.entries } as Json,
      },
    ];
  const zones = named.map((zone) => ({
    path: `${path}/zones/${encodeURIComponent(zone.code)}`,
    to: zone as Json,
  }));
  const start = before?.entries.length ?? 0;
  return [
    ...zones,
    ...added.entries.map((entry, i) => ({ path: `${path}/entries/${start + i}`, to: entry as Json })),
  ];
}

/** A zone made of a place is called as the place is: "Sweden", "Finland 99". */
function placeName({ country, postcode }: ZoneChart["entries"][number]): string {
  return [countryName(country), postcode?.replace("*", "")].filter(Boolean).join(" ");
}
