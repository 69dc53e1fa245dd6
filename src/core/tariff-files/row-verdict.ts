import { Decimal } from "../money/decimal";
import type { Edition } from "../setup/tariff";
import { withTable, type Built } from "./build-table";

/** What a row of a file does to the edition it goes into. */
export type RowVerdict = "new" | "changed" | "same";

/** A row of the file, what becomes of it, and the rate it replaces. */
export interface JudgedRow {
  readonly line: number;
  readonly verdict: RowVerdict;
  readonly before?: string;
}

/**
 * The verdict of every row that a table was built of, against the edition it goes into (`undefined` where it makes one). A row
 * that fills several cells is new when one of them had no rate, else changed when one had another.
 */
export function rowVerdicts(built: Built, target: Edition | undefined): JudgedRow[] {
  // a row of a matrix has a record a cell, and one verdict
  if (!target)
    return [...new Set(built.cells.map(({ record }) => record.line))].map((line) => ({
      line,
      verdict: "new",
    }));
  const next = withTable(target, built.table);
  const rates = ratesOf(target);
  const bands = next.bands?.edges;
  const byLine = new Map<number, JudgedRow>();
  for (const { record, row, page, first, last } of built.cells) {
    const zone = next.rows[row]?.zone ?? "";
    const band = bands ? (bands[page] ?? "above") : "";
    const olds = next.breaks
      .slice(first, last + 1)
      .map(({ edge }) => rates.get(`${zone}\n${band}\n${edge ?? "above"}`) ?? null);
    const verdict = verdictOf(olds, record.price);
    const before = olds.find((old) => old !== null && !sameRate(old, record.price));
    const known = byLine.get(record.line);
    if (known && rank[known.verdict] >= rank[verdict]) continue;
    byLine.set(record.line, {
      line: record.line,
      verdict,
      ...(typeof before === "string" ? { before } : {}),
    });
  }
  return [...byLine.values()];
}

const rank: Readonly<Record<RowVerdict, number>> = { same: 0, changed: 1, new: 2 };

function verdictOf(olds: readonly (string | null)[], price: string | null): RowVerdict {
  if (olds.every((old) => sameRate(old, price))) return "same";
  return price !== null && olds.some((old) => old === null) ? "new" : "changed";
}

function sameRate(a: string | null, b: string | null): boolean {
  return a === b || (a !== null && b !== null && Decimal.of(a).equals(Decimal.of(b)));
}

/** An edition's rates by zone, band and edge. */
function ratesOf(edition: Edition): ReadonlyMap<string, string | null> {
  const rates = new Map<string, string | null>();
  for (const { zone, rates: cells } of edition.rows)
    cells.forEach((cell, at) => {
      const page = Array.isArray(cell) ? cell : [cell];
      page.forEach((rate, inner) => {
        const edge = edition.breaks[edition.bands ? inner : at]?.edge ?? "above";
        rates.set(`${zone}\n${edition.bands ? (edition.bands.edges[at] ?? "above") : ""}\n${edge}`, rate);
      });
    });
  return rates;
}
