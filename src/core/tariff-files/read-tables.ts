import type { ZoneChart } from "../setup/zone-chart";
import { buildTable, type BuildOptions, type Built } from "./build-table";
import type { RateRecord, RowFault } from "./rate-record";
import { zoneRecords } from "./zones-of-places";

/** What the records of a file come to: a table a tariff they name, and what the zone chart gets for them. */
export interface ReadTables {
  readonly tariffs: readonly { readonly name: string; readonly built: Built }[];
  readonly added: Pick<ZoneChart, "zones" | "entries">;
  /** Of all tables, by line. */
  readonly faults: readonly RowFault[];
}

export interface ReadOptions extends Omit<BuildOptions, "choices"> {
  /** The choices at seams by the tariff's name as the file has it. */
  readonly choices: Readonly<Record<string, BuildOptions["choices"]>>;
  readonly chart: Pick<ZoneChart, "zones" | "entries">;
  /** Whether zones and places the chart lacks are added to it. */
  readonly addZones: boolean;
}

/** Sorts records into tariffs by the name they give, and builds a table of each. */
export function readTables(records: readonly RateRecord[], options: ReadOptions): ReadTables {
  const { chart, addZones, choices, ...rest } = options;
  const zoned = zoneRecords(records, chart, addZones);
  // a tariff whose rows are all refused is still named: it may only be held against the wrong chart
  const groups = new Map<string, RateRecord[]>(records.map((record) => [record.tariff, []]));
  for (const record of zoned.records) groups.get(record.tariff)?.push(record);
  const tariffs = [...groups].map(([name, group]) => ({
    name,
    built: buildTable(group, { ...rest, choices: choices[name] ?? {} }),
  }));
  const faults = [...zoned.faults, ...tariffs.flatMap(({ built }) => built.faults)];
  return { tariffs, added: zoned.added, faults: faults.sort((a, b) => a.line - b.line) };
}
