import type { Change } from "@/core/setup/inverse";
import type { ZoneChart, ZoneEntry } from "@/core/setup/zone-chart";
import { countryOf } from "@/messages/country-name";
import { cellText, listChanges, type ListColumn } from "@/features/edits";
import type { CellEdit } from "@/ui/grid/grid-source";

/** What stands for "not served" in the zone column. */
const NOT_SERVED = "–";

/** A country by its code, or by its name as it is typed or pasted. */
const country = (text: string) => (text === "" ? undefined : (countryOf(text) ?? text.toUpperCase()));
const upper = (text: string) => (text === "" ? undefined : text.toUpperCase());

/** The fields of an entry as the grid's columns. */
export const entryColumns: readonly ListColumn[] = [
  {
    field: "zone",
    read: (text) => (text === "" || text === NOT_SERVED || text === "-" ? null : text),
    show: (zone) => (typeof zone === "string" ? zone : NOT_SERVED),
  },
  { field: "country", read: country, needed: true },
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

/**
 * The places of the entries a filter shows, in the chart's order; `undefined` for all of them. A filter's words must all
 * be in an entry, "zone 4" and "not served" are words for its zone.
 */
export function shownEntries(entries: readonly ZoneEntry[], filter: string): number[] | undefined {
  let rest = filter.trim().toLowerCase();
  if (rest === "") return undefined;
  const barred = rest.includes("not served");
  rest = rest.replace("not served", " ");
  const zone = /\bzone\s+(\S+)/.exec(rest)?.[1];
  const words = rest
    .replace(/\bzone\s+\S+/, " ")
    .split(/\s+/)
    .filter(Boolean);
  return entries.flatMap((entry, i) => {
    if (barred && entry.zone !== null) return [];
    if (zone !== undefined && entry.zone?.toLowerCase() !== zone) return [];
    const text = `${entry.country} ${entry.subdivision ?? ""} ${entry.postcode ?? ""}`.toLowerCase();
    return words.every((word) => text.includes(word)) ? [i] : [];
  });
}

/** Entries moved to another zone (`null`: not served), or taken out, as changes of the draft: from the end, so that places hold. */
export function moveChanges(
  chart: ZoneChart,
  places: readonly number[],
  to: { readonly zone: string | null } | "out",
  path: string,
): Change[] {
  return [...places]
    .sort((a, b) => b - a)
    .flatMap((at): Change[] => {
      const from = chart.entries[at];
      if (!from || (to !== "out" && from.zone === to.zone)) return [];
      return [
        { path: `${path}/entries/${at}`, from, ...(to === "out" ? {} : { to: { ...from, zone: to.zone } }) },
      ];
    });
}
