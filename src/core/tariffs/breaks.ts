import type { Decimal } from "../money/decimal";
import type { CompiledBreak } from "./compiled-tariff";

/** Which break a value falls in, or on which side of the table it lies. */
export type BreakMatch = number | "below" | "above";

/**
 * The break that holds the value, by binary search.
 * `upTo`: break i holds (edge i-1, edge i], the first everything from 0 on. `from`: break i holds [edge i, edge i+1);
 * its last edge is open upwards.
 */
export function findBreak(
  breaks: readonly CompiledBreak[],
  value: Decimal,
  boundary: "upTo" | "from",
): BreakMatch {
  const settled = value.settled();
  let [low, high] = [0, breaks.length];
  while (low < high) {
    const middle = (low + high) >> 1;
    if (isAfter(breaks[middle], settled, boundary)) low = middle + 1;
    else high = middle;
  }
  if (low === breaks.length) return "above";
  const lowest = breaks[0]?.lower;
  if (boundary === "from" && lowest && settled.lessThan(lowest)) return "below";
  return low;
}

/** Whether the value lies beyond the break's upper end. */
function isAfter(entry: CompiledBreak | undefined, value: Decimal, boundary: "upTo" | "from"): boolean {
  if (!entry?.upper) return false;
  const side = value.compare(entry.upper);
  return boundary === "upTo" ? side > 0 : side >= 0;
}
