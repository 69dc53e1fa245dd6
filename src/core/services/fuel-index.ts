import { Decimal } from "../money/decimal";
import { joinPath } from "../setup/path";

interface FuelRow {
  readonly from: string;
  readonly percent: Decimal;
  readonly source: string;
}

/** A carrier's fuel percentages by the day from which each counts. */
export class FuelIndex {
  /** The latest first; of equal days the first listed. */
  private readonly rows: readonly FuelRow[];

  constructor(carrier: string, rows: readonly { from: string; percent: string }[] = []) {
    this.rows = rows
      .map((row) => ({
        from: row.from,
        percent: Decimal.of(row.percent),
        source: joinPath("carriers", carrier, "fuelIndex", row.from),
      }))
      .sort((a, b) => (a.from < b.from ? 1 : a.from > b.from ? -1 : 0));
  }

  /** The row in force on a date (`YYYY-MM-DD`); `undefined` before the first. */
  on(date: string): FuelRow | undefined {
    return this.rows.find((row) => row.from <= date);
  }
}
