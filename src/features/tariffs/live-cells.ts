import { plainDecimal } from "@/core/money/decimal-text";
import type { Edition } from "@/core/setup/tariff";
import type { Comparison } from "@/core/tariffs/compare-editions";
import type { Place } from "@/ui/grid/block";
import { columnAt } from "./cell-edits";

/** What an edition's cells are in the revision that is live, where that is otherwise. */
export interface LiveCells {
  readonly revision: number;
  /** Absent when the revision has no such edition. */
  readonly cells?: readonly LiveCell[];
}

export interface LiveCell {
  readonly zone: string;
  readonly edge: string;
  readonly band: string;
  /** "" where live has no rate. */
  readonly rate: string;
}

/** The cells of the draft's edition that another revision has otherwise; what only that one has lies in no cell. */
export function otherCells({ cells }: Comparison): LiveCell[] {
  return cells
    .filter(({ kind }) => kind !== "same")
    .map(({ zone, edge, band = "", before = "" }) => ({ zone, edge, band, rate: before }));
}

/** By cell; asked with a place of the grid. */
export function liveByCell(cells: readonly LiveCell[]): ReadonlyMap<string, string> {
  return new Map(cells.map(({ zone, edge, band, rate }) => [keyOf(zone, edge, band), rate]));
}

/** The rate that is live at a place of the grid; `undefined` where it is the same, and for what is no rate. */
export function liveAt(
  live: ReadonlyMap<string, string>,
  edition: Edition,
  page: number,
  place: Place,
): string | undefined {
  const column = columnAt(edition, place.column);
  const zone = edition.rows[place.row]?.zone;
  if (column.kind !== "break" || zone === undefined) return undefined;
  const band = edition.bands ? (edition.bands.edges[page] ?? null) : undefined;
  return live.get(
    keyOf(zone, edition.breaks[column.index]?.edge ?? "", band === undefined ? "" : (band ?? "")),
  );
}

function keyOf(zone: string, edge: string, band: string): string {
  return JSON.stringify([zone, edge && plainDecimal(edge), band && plainDecimal(band)]);
}
