import type { Change } from "./inverse";
import { valueAt, type Json } from "./path";
import type { Setup } from "./setup";

/**
 * Changes with values as the format keeps them ("007.5" became "7.5"), read from the setup they led to: each where later
 * ones have moved it. A record that was put over another is read anew where it is the only change: later ones could be
 * within it.
 */
export function canonicalChanges(changes: readonly Change[], setup: Setup): Change[] {
  const moves = movesOf(changes);
  return changes.map((change, nth) => {
    const isRecord = typeof change.to === "object";
    const isAlone = changes.length === 1 && change.from !== undefined;
    if (change.to === undefined || (isRecord && !isAlone)) return change;
    const path = pathAfter(change, nth, moves);
    const kept = path === undefined ? undefined : (valueAt(setup, path) as Json | undefined);
    return kept === undefined ? change : { ...change, to: kept };
  });
}

/** A member that came into a list or went out of it: the list's path with a `/` at its end. */
interface Move {
  readonly nth: number;
  readonly list: string;
  readonly at: number;
  readonly by: 1 | -1;
}

function movesOf(changes: readonly Change[]): Move[] {
  return changes.flatMap(({ path, at, to }, nth) =>
    at === undefined
      ? []
      : [{ nth, list: path.slice(0, path.lastIndexOf("/") + 1), at, by: to === undefined ? -1 : 1 }],
  );
}

const INDEX = /^\d+$/;

/** Where a change's place is once the later ones are made; `undefined` where it is no more. */
function pathAfter(change: Change, nth: number, moves: readonly Move[]): string | undefined {
  let { path } = change;
  for (const move of moves) {
    // a new member's own change says where it was put
    if (move.nth === nth) path = `${move.list}${move.at}`;
    if (move.nth <= nth || !path.startsWith(move.list)) continue;
    const moved = movedBy(path.slice(move.list.length), move);
    if (moved === undefined) return undefined;
    path = move.list + moved;
  }
  return path;
}

/** The rest of a path, from its place in the list on, once a member before it has come or gone; members with names stay. */
function movedBy(rest: string, { at, by }: Move): string | undefined {
  const end = rest.includes("/") ? rest.indexOf("/") : rest.length;
  const segment = rest.slice(0, end);
  if (!INDEX.test(segment)) return rest;
  const index = Number(segment);
  if (by === -1 && at === index) return undefined;
  return at < index || (by === 1 && at === index) ? `${index + by}${rest.slice(end)}` : rest;
}
