import { plainDecimal } from "../money/decimal-text";

/** Edges that fit what was shipped, and how much room they leave. */
export interface SuggestedEdges {
  readonly edges: readonly string[];
  /** Measure between each value and the edge over it, summed over all values, in the tariff's unit. */
  readonly room: number;
}

/** Distinct values that are weighed against each other; more are put together to multiples of a coarser step. */
const MOST_POINTS = 400;

/**
 * `count` upper edges for a flat table, so that the sum of what lies between each value and its break's edge is as small as
 * it can be: flat rates charge the whole break, so this is the weight paid for and not shipped. Edges are multiples of
 * `step`, the last one holds the greatest value. Values of 0 or less don't count. Solved exactly by dynamic programming over
 * the distinct values, O(count · n²).
 */
export function suggestEdges(values: readonly number[], count: number, step: number): SuggestedEdges {
  const points = stepped(values, step);
  const wanted = Math.min(count, points.length);
  if (wanted < 1) return { edges: [], room: 0 };
  const chosen = cheapestCuts(points, wanted);
  const digits = Math.max(0, Math.ceil(-Math.log10(step) - 1e-9));
  const edges = chosen.map((i) => points[i]?.edge ?? 0);
  return {
    edges: edges.map((edge) => plainDecimal(edge.toFixed(digits))),
    room: roomUnder(values, edges),
  };
}

interface Point {
  readonly edge: number;
  readonly count: number;
}

/** Values by the multiple of the step that holds them; the step is doubled until there are few enough. */
function stepped(values: readonly number[], step: number): Point[] {
  for (let size = step; ; size *= 2) {
    const counts = new Map<number, number>();
    for (const value of values) {
      if (!(value > 0)) continue;
      const at = Math.ceil(value / size - 1e-9);
      counts.set(at, (counts.get(at) ?? 0) + 1);
    }
    if (counts.size > MOST_POINTS) continue;
    return [...counts].sort(([a], [b]) => a - b).map(([at, count]) => ({ edge: at * size, count }));
  }
}

/** Where to cut: indexes of the points that are edges, ascending, the last point among them. */
function cheapestCuts(points: readonly Point[], wanted: number): number[] {
  const n = points.length;
  const counts = [0];
  const sums = [0];
  for (const { edge, count } of points) {
    counts.push((counts.at(-1) ?? 0) + count);
    sums.push((sums.at(-1) ?? 0) + edge * count);
  }
  // the room of points from..to under the edge of `to`
  const room = (from: number, to: number) =>
    (points[to]?.edge ?? 0) * ((counts[to + 1] ?? 0) - (counts[from] ?? 0)) -
    ((sums[to + 1] ?? 0) - (sums[from] ?? 0));
  let best = points.map((_, to) => room(0, to));
  const cuts: number[][] = [points.map(() => -1)];
  for (let used = 1; used < wanted; used++) {
    const next = new Array<number>(n).fill(Number.POSITIVE_INFINITY);
    const from = new Array<number>(n).fill(-1);
    for (let to = used; to < n; to++)
      for (let cut = used - 1; cut < to; cut++) {
        const total = (best[cut] ?? Number.POSITIVE_INFINITY) + room(cut + 1, to);
        if (total < (next[to] ?? 0) - 1e-9) [next[to], from[to]] = [total, cut];
      }
    best = next;
    cuts.push(from);
  }
  const chosen: number[] = [];
  for (let used = wanted - 1, at = n - 1; used >= 0 && at >= 0; at = cuts[used]?.[at] ?? -1, used--)
    chosen.unshift(at);
  return chosen;
}

/** What lies between each value and the edge over it, summed; values above the last edge leave none. */
export function roomUnder(values: readonly number[], edges: readonly number[]): number {
  let sum = 0;
  for (const value of values) {
    const edge = value > 0 ? edges.find((one) => one >= value - 1e-9) : undefined;
    if (edge !== undefined) sum += edge - value;
  }
  return sum;
}
