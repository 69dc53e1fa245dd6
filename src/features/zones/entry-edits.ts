import type { Change } from "@/core/setup/inverse";
import type { ZoneChart, ZoneEntry } from "@/core/setup/zone-chart";
import { cellText, listChanges, type ListColumn } from "@/features/edits";
import type { CellEdit } from "@/ui/grid/use-grid";

/** What stands for "not served" in the zone column. */
export const NOT_SERVED = "–";

const upper = (text: string) => (text === "" ? undefined : text.toUpperCase());

/** The fields of an entry as the grid's columns. */
export const entryColumns: readonly ListColumn[] = [
  {
    field: "zone",
    read: (text) => (text === "" || text === NOT_SERVED || text === "-" ? null : text),
    show: (zone) => (typeof zone === "string" ? zone : NOT_SERVED),
  },
  { field: "country", read: upper, needed: true },
  { field: "subdivision", read: upper },
  { field: "postcode" },
];

export function entryText(entry: ZoneEntry | undefined, column: number): string {
  return cellText(entry, entryColumns[column]);
}

/** Edits of the entries' grid as changes of the draft. A row whose country is emptied goes away. */
export function entryChanges(chart: ZoneChart, edits: readonly CellEdit[], path: string): Change[] {
  const zone = chart.zones[0]?.code ?? null;
  return listChanges(chart.entries, edits, entryColumns, `${path}/entries`, (typed) => ({
    zone,
    country: "*",
    ...typed,
  }));
}
