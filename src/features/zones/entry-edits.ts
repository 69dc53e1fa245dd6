import type { Change } from "@/core/setup/inverse";
import type { ZoneChart, ZoneEntry } from "@/core/setup/zone-chart";
import type { CellEdit } from "@/ui/grid/use-grid";

export const entryFields = ["zone", "country", "subdivision", "postcode"] as const;
export type EntryField = (typeof entryFields)[number];

/** What stands for "not served" in the zone column. */
export const NOT_SERVED = "–";

export function entryText(entry: ZoneEntry | undefined, field: EntryField): string {
  if (!entry) return "";
  return field === "zone" ? (entry.zone ?? NOT_SERVED) : (entry[field] ?? "");
}

/**
 * Edits of the entries' grid as changes of the draft: one a row. The row after the last adds an entry. A row whose country
 * is emptied goes away.
 */
export function entryChanges(chart: ZoneChart, edits: readonly CellEdit[], path: string): Change[] {
  const byRow = new Map<number, CellEdit[]>();
  for (const edit of edits) byRow.set(edit.row, [...(byRow.get(edit.row) ?? []), edit]);
  const rows = [...byRow].sort(([a], [b]) => a - b);
  const changed = rows
    .filter(([row]) => row < chart.entries.length)
    .map(([row, cells]) => changeOf(chart.entries[row], row, cells, path));
  const added = rows
    .filter(([row]) => row >= chart.entries.length)
    .map(([, cells], i) => added1(chart.entries.length + i, cells, path, chart.zones[0]?.code ?? null));
  // rows that go are taken from the end, so that the places of the others hold
  const kept = changed.filter((change) => change.to !== undefined);
  const removed = changed.filter((change) => change.to === undefined).reverse();
  return [...kept, ...added, ...removed];
}

function changeOf(
  entry: ZoneEntry | undefined,
  row: number,
  cells: readonly CellEdit[],
  path: string,
): Change {
  const next = withCells({ ...entry }, cells);
  const at = `${path}/entries/${row}`;
  return {
    path: at,
    ...(entry === undefined ? {} : { from: entry }),
    ...(next.country === undefined || next.country === "" ? {} : { to: next }),
  };
}

function added1(row: number, cells: readonly CellEdit[], path: string, zone: string | null): Change {
  return { path: `${path}/entries/${row}`, to: withCells({ zone, country: "*" }, cells) };
}

function withCells(
  entry: Record<string, string | null>,
  cells: readonly CellEdit[],
): Record<string, string | null> {
  const next = { ...entry };
  for (const { column, text } of cells) {
    const field = entryFields[column];
    if (field === undefined) continue;
    const value = field === "country" || field === "subdivision" ? text.trim().toUpperCase() : text.trim();
    if (field === "zone") next.zone = value === "" || value === NOT_SERVED || value === "-" ? null : value;
    else if (value === "" && field !== "country") next[field] = null;
    else next[field] = value;
  }
  return Object.fromEntries(
    Object.entries(next).filter(([field, value]) => field === "zone" || value !== null),
  );
}
