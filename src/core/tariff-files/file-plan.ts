import type { DecimalSign } from "./figure-text";

/** What a column of a file can hold. */
export type FileField =
  | "tariff"
  | "zone"
  | "country"
  | "postcode"
  | "band"
  | "from"
  | "to"
  | "price"
  | "rate"
  | "per"
  | "minimum"
  | "maximum";

/**
 * How a table is read as rates. `list`: a row a rate. `zonesDown`: a row a zone, a column a break. `breaksDown`: a row a
 * break, a column a zone. Columns count from 0, lines from 1.
 */
export interface FilePlan {
  readonly shape: "list" | "zonesDown" | "breaksDown";
  /** The line the heads stand in; the rates follow. */
  readonly headLine: number;
  readonly columns: Readonly<Partial<Record<FileField, number>>>;
  /** Of the two matrix shapes: the columns that hold rates. */
  readonly rates: readonly number[];
  readonly decimal: DecimalSign;
  /** What a lone edge means: a break's upper end, or its lower one. */
  readonly boundary: "upTo" | "from";
}
