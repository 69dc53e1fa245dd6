import { Decimal } from "../money/decimal";
import { digitsAfterPoint } from "../money/decimal-text";
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

/**
 * Two neighbouring breaks made one, `index` and the next: it reaches as far as both did, and is rated as the one that is
 * kept. `undefined` where there is no next.
 */
export function mergeBreaks(
  edition: Edition,
  boundary: Tariff["boundary"],
  index: number,
  keep: "lower" | "upper",
): Edition | undefined {
  const [lower, upper] = [edition.breaks[index], edition.breaks[index + 1]];
  if (!lower || !upper) return undefined;
  const edge = boundary === "upTo" ? upper.edge : lower.edge;
  const kept = keep === "lower" ? index : index + 1;
  const dropped = keep === "lower" ? index + 1 : index;
  const breaks = edition.breaks
    .map((entry, i) => (i === kept ? { ...entry, edge } : entry))
    .filter((_, i) => i !== dropped);
  return { ...edition, breaks, rows: withRates(edition, (rates) => rates.filter((_, i) => i !== dropped)) };
}

/**
 * The edges from `index` on moved by an amount in the tariff's unit, rates with them; an open edge stays open. `undefined`
 * where one would fall below 0 or not be above the one before.
 */
export function shiftEdges(edition: Edition, index: number, by: string): Edition | undefined {
  const moved = edition.breaks.map((entry, i) =>
    i < index || entry.edge === null
      ? entry
      : { ...entry, edge: Decimal.of(entry.edge).plus(Decimal.of(by)).toString() },
  );
  const fits = moved.every(({ edge }, i) => {
    if (edge === null) return true;
    const before = moved[i - 1]?.edge;
    const low = before === null || before === undefined ? undefined : Decimal.of(before);
    return Decimal.of(edge).sign >= 0 && (!low || low.lessThan(Decimal.of(edge)));
  });
  return fits ? { ...edition, breaks: moved } : undefined;
}

/**
 * An `upTo` edition with just these edges, ascending: missing ones are put in as `insertBreak` does, others are taken out; an
 * open last break stays.
 */
export function setEdges(edition: Edition, edges: readonly string[]): Edition {
  let next = edition;
  for (const edge of edges) next = insertBreak(next, "upTo", edge) ?? next;
  for (let i = next.breaks.length - 1; i >= 0; i--) {
    const edge = next.breaks[i]?.edge ?? null;
    if (edge !== null && !edges.some((one) => Decimal.of(one).equals(Decimal.of(edge))))
      next = removeBreak(next, i) ?? next;
  }
  return next;
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
  const digits = Math.max(digitsAfterPoint(low), digitsAfterPoint(high));
  const rise = part.dividedBy(to.minus(from), digits + 4, "halfAwayFromZero");
  return Decimal.of(low).plus(rise).rounded(digits, "halfAwayFromZero").toFixed(digits);
}
