import { plainDecimal } from "@/core/money/decimal-text";
import type { Edition } from "@/core/setup/tariff";
import type { Place } from "@/ui/grid/block";
import { columnAt } from "./cell-edits";

/** A note as it is kept: its cell named by zone and edges. */
export interface CellNote {
  readonly zone: string;
  readonly edge: string;
  readonly band: string;
  readonly note: string;
  readonly version: number;
  readonly writtenAt: string;
  readonly writtenBy: string;
}

/** The note on a cell, empty where there is none, and what names the cell when one is written. */
export interface NoteOfCell {
  readonly cell: {
    readonly tariff: string;
    readonly edition: string;
    readonly zone: string;
    readonly edge: string;
    readonly band: string;
  };
  readonly text: string;
  /** What a change of it has to know; 0 where there is none. */
  readonly version: number;
  readonly by: string | undefined;
}

/** Notes by cell; edges are compared as figures, so "2.0" finds what was written at "2". */
export function notesByCell(notes: readonly CellNote[]): ReadonlyMap<string, CellNote> {
  return new Map(notes.map((note) => [keyOf(note.zone, note.edge, note.band), note]));
}

/** The note on a place of the grid; `undefined` for places that are no rate. */
export function noteAt(
  notes: ReadonlyMap<string, CellNote>,
  tariff: string,
  edition: Edition,
  page: number,
  place: Place,
): NoteOfCell | undefined {
  const column = columnAt(edition, place.column);
  const zone = edition.rows[place.row]?.zone;
  if (column.kind !== "break" || zone === undefined) return undefined;
  const edge = plainDecimal(edition.breaks[column.index]?.edge ?? "");
  const band = edition.bands ? plainDecimal(edition.bands.edges[page] ?? "above") : "";
  const note = notes.get(keyOf(zone, edge, band));
  return {
    cell: { tariff, edition: edition.label, zone, edge, band },
    text: note?.note ?? "",
    version: note?.version ?? 0,
    by: note && `${note.writtenBy}, ${note.writtenAt.slice(0, 10)}`,
  };
}

function keyOf(zone: string, edge: string, band: string): string {
  return `${zone}\n${plainDecimal(edge)}\n${plainDecimal(band)}`;
}
