/**
 * Where members of a list lie among the rows of its table: numbers that rise along the list, with room between them, so
 * that a member put in between, or at the top, moves no other row.
 */

/** Room between two neighbours that are stored together. */
const ROOM = 1024;
/** The largest distance from 0 an integer column holds with some room to spare. */
const LIMIT = 2_000_000_000;

/**
 * Positions by list. A process may hold this file more than once (the pages' bundle and the API's), and a setup that one
 * of them read is edited by the other: what is known of it belongs to the process.
 */
const holder = globalThis as { wallodromPositions?: WeakMap<readonly unknown[], readonly number[]> };
const known = (holder.wallodromPositions ??= new WeakMap());

/** Notes at which positions a list was read or stored. */
export function keepPositions(list: readonly unknown[], positions: readonly number[]): void {
  known.set(list, positions);
}

/** The positions of a list: those it was read or stored at, else those of a list that is stored the first time. */
export function positionsOf(list: readonly unknown[]): readonly number[] {
  const kept = known.get(list);
  if (kept?.length === list.length) return kept;
  const fresh = spread(list.length);
  known.set(list, fresh);
  return fresh;
}

/**
 * The positions of a list that came from another one by edits: what begins and ends both keeps its own; what is new in
 * between lies between them, or, where there is no room, all lie anew.
 */
export function positionsAfter(before: readonly unknown[], after: readonly unknown[]): readonly number[] {
  const kept = known.get(after);
  if (kept?.length === after.length) return kept;
  const old = positionsOf(before);
  const positions = laid(before, after, old) ?? spread(after.length);
  known.set(after, positions);
  return positions;
}

function laid(
  before: readonly unknown[],
  after: readonly unknown[],
  old: readonly number[],
): readonly number[] | undefined {
  if (before.length === after.length) return old;
  const shorter = Math.min(before.length, after.length);
  let first = 0;
  while (first < shorter && before[first] === after[first]) first++;
  let last = 0;
  while (last < shorter - first && before[before.length - 1 - last] === after[after.length - 1 - last])
    last++;
  const between = placed(after.length - first - last, old[first - 1], old[before.length - last]);
  return between && [...old.slice(0, first), ...between, ...old.slice(before.length - last)];
}

/** So many positions above one and below another; either may be missing. */
function placed(count: number, above: number | undefined, below: number | undefined): number[] | undefined {
  if (count === 0) return [];
  const low = above ?? (below ?? 0) - (count + 1) * ROOM;
  const high = below ?? low + (count + 1) * ROOM;
  const step = Math.floor((high - low) / (count + 1));
  if (step < 1 || Math.abs(low) > LIMIT || Math.abs(high) > LIMIT) return undefined;
  return Array.from({ length: count }, (_, i) => low + (i + 1) * step);
}

function spread(count: number): number[] {
  const step = Math.max(1, Math.min(ROOM, Math.floor(LIMIT / (count + 1))));
  return Array.from({ length: count }, (_, i) => i * step);
}
