import { Decimal } from "../money/decimal";
import type { Edition, Tariff, TariffBreak } from "../setup/tariff";

type Rates = readonly (string | null)[];

/**
 * An edition with one break more, at an edge in the tariff's unit; `undefined` when a break has that edge. The new break
 * is a part of the one the edge lies in and rated as it is: in an `upTo` table its lower part, in a `from` table its
 * upper. Between two flat rates the rate is drawn straight from edge to edge, with as many digits as the two have; next
 * to anything else the divided break's own rate is taken over.
 */
export function insertBreak(
  edition: Edition,
  boundary: Tariff["boundary"],
  edge: string,
): Edition | undefined {
  const wanted = Decimal.of(edge);
  const { breaks } = edition;
  if (breaks.some((entry) => entry.edge !== null && Decimal.of(entry.edge).equals(wanted))) return undefined;
  const above = breaks.findIndex((entry) => entry.edge === null || wanted.lessThan(Decimal.of(entry.edge)));
  const at = above < 0 ? breaks.length : above;
  // of an upTo table the break above is divided, of a from table the one below; at an end the neighbour stands in
  const divided = boundary === "upTo" ? Math.min(at, breaks.length - 1) : Math.max(at - 1, 0);
  const source = breaks[divided];
  if (!source) return undefined;
  const fresh: TariffBreak = { ...source, edge };
  const fill = (rates: Rates): (string | null)[] => [
    ...rates.slice(0, at),
    between(breaks, rates, at, edge) ?? rates[divided] ?? null,
    ...rates.slice(at),
  ];
  return {
    ...edition,
    breaks: [...breaks.slice(0, at), fresh, ...breaks.slice(at)],
    rows: withRates(edition, fill),
  };
}

/** An edition without one of its breaks: what it held falls to the next one that holds it. The last break stays. */
export function removeBreak(edition: Edition, index: number): Edition | undefined {
  if (edition.breaks.length < 2 || !edition.breaks[index]) return undefined;
  const without = <T>(list: readonly T[]) => list.filter((_, i) => i !== index);
  return { ...edition, breaks: without(edition.breaks), rows: withRates(edition, (rates) => without(rates)) };
}

function withRates(edition: Edition, change: (rates: Rates) => (string | null)[]): Edition["rows"] {
  return edition.rows.map((row) => ({
    ...row,
    rates: edition.bands
      ? (row.rates as (string | null)[][]).map((page) => change(page))
      : change(row.rates as (string | null)[]),
  }));
}

/** The rate on the straight line between the flat rates on both sides of a place. */
function between(breaks: readonly TariffBreak[], rates: Rates, at: number, edge: string): string | undefined {
  const [below, above] = [breaks[at - 1], breaks[at]];
  const [low, high] = [rates[at - 1], rates[at]];
  if (below?.rate !== "flat" || above?.rate !== "flat" || below.edge === null || above.edge === null)
    return undefined;
  if (low === null || low === undefined || high === null || high === undefined) return undefined;
  const [from, to] = [Decimal.of(below.edge), Decimal.of(above.edge)];
  const part = Decimal.of(high).minus(Decimal.of(low)).times(Decimal.of(edge).minus(from));
  const digits = Math.max(digitsOf(low), digitsOf(high));
  const rise = part.dividedBy(to.minus(from), digits + 4, "halfAwayFromZero");
  return Decimal.of(low).plus(rise).rounded(digits, "halfAwayFromZero").toFixed(digits);
}

function digitsOf(figure: string): number {
  const point = figure.indexOf(".");
  return point < 0 ? 0 : figure.length - point - 1;
}
