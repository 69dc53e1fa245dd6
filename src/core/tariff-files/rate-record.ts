import type { TariffBreak } from "../setup/tariff";

/** How a break's cells count, as in the setup. */
export type RateKind = Pick<TariffBreak, "rate" | "per">;

/** Where a rate of a file is for: a zone as the file names it, or a country with or without a postcode. */
export type RecordPlace =
  | { readonly zone: string }
  | { readonly country: string; readonly postcode?: string };

/**
 * One rate as a file states it: a place, an interval of the measure, and what it costs there. Figures are decimal text in
 * the file's unit. `from` or `to` may be missing where the file gives one edge alone; `to: null` is open upwards;
 * `price: null` says there is no rate.
 */
export interface RateRecord {
  /** Its line, as `lineOf` makes it of the sheet and the line in it. */
  readonly line: number;
  /** The service or tariff the row names; "" where no column tells. */
  readonly tariff: string;
  readonly place: RecordPlace;
  /** The band's upper edge; `null` for the open one. */
  readonly band?: string | null;
  readonly from?: string;
  readonly to?: string | null;
  readonly kind: RateKind;
  readonly price: string | null;
  readonly minimum?: string;
  readonly maximum?: string;
}

/** Why a row, or a cell of it, can't be taken in; with what stood there. */
export interface RowFault {
  readonly line: number;
  readonly code: RowFaultCode;
  readonly data: Readonly<Record<string, string>>;
}

export type RowFaultCode =
  /** There is nothing in the column of zones or countries. */
  | "no-place"
  /** `text` is no figure, in `column`. */
  | "not-a-figure"
  /** A price below 0. */
  | "negative"
  /** There is no edge, or `text` is none. */
  | "no-edge"
  /** `from` is not under `to`. */
  | "reversed"
  /** The same place and break has another rate in line `line`. */
  | "twice"
  /** `text` is no country. */
  | "unknown-country"
  /** The chart has no zone for `text`. */
  | "unknown-zone"
  /** `text` can't be a zone's code. */
  | "bad-zone"
  /** A formula of the sheet ended in `text`. */
  | "formula-error"
  /** Its break counts otherwise elsewhere: `kind` against `other`. */
  | "mixed-kinds"
  /** The row's bound differs from that in line `line`. */
  | "other-bound"
  /** More pieces of a band or a break than a table may have. */
  | "too-many-breaks";

/** Lines of the sheets after the first are counted on from here, so that one number names a line of any. */
const SHEET_LINES = 10_000_000;

export function lineOf(sheet: number, line: number): number {
  return sheet * SHEET_LINES + line;
}

/** The sheet by its place, and the line in it; the first is 1. */
export function placeOfLine(line: number): { readonly sheet: number; readonly line: number } {
  return { sheet: Math.floor(line / SHEET_LINES), line: line % SHEET_LINES };
}

/** A place as one text, to tell places apart. */
export function placeKey(place: RecordPlace): string {
  return "zone" in place
    ? place.zone
    : place.postcode === undefined
      ? place.country
      : `${place.country} ${place.postcode}`;
}
