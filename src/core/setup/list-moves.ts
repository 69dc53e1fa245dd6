import type { Change } from "./inverse";
import type { Json } from "./path";

/** A member of a list with the path that names it. */
export interface Moved {
  readonly key: string;
  readonly value: Json;
}

/**
 * The changes that bring members of a list into another order: each that has to move is taken out and put in where it goes,
 * as few as can be. `pathOf` tells by what path a member is named at a place of the list as it is at that moment.
 */
export function moveChanges(
  before: readonly Moved[],
  order: readonly string[],
  pathOf: (key: string, index: number) => string,
): Change[] {
  const now = before.map(({ key }) => key);
  const stay = new Set(longestRising(now.map((key) => order.indexOf(key))).map((at) => order[at]));
  const values = new Map(before.map(({ key, value }) => [key, value]));
  const changes: Change[] = [];
  order.forEach((key, target) => {
    if (stay.has(key)) return;
    const from = now.indexOf(key);
    const value = values.get(key);
    if (from < 0 || value === undefined) return;
    changes.push({ path: pathOf(key, from), from: value });
    now.splice(from, 1);
    // behind the nearest member before it that is in its place already
    const left = order
      .slice(0, target)
      .reverse()
      .find((one) => now.includes(one));
    const at = left === undefined ? 0 : now.indexOf(left) + 1;
    changes.push({ path: pathOf(key, at), to: value, at });
    now.splice(at, 0, key);
    stay.add(key);
  });
  return changes;
}

/** The values of one longest run that rises; of equally long ones that which ends lowest. */
function longestRising(values: readonly number[]): number[] {
  const best: number[][] = [];
  values.forEach((value, i) => {
    const before = values.flatMap((other, j) => (j < i && other < value ? [best[j] ?? []] : []));
    const longest = before.reduce<number[]>((most, run) => (run.length > most.length ? run : most), []);
    best.push([...longest, value]);
  });
  return best.reduce<number[]>((most, run) => (run.length > most.length ? run : most), []);
}
