import type { OrderLine } from "../parcels/order-line";
import type { LineOrigin, SourcingOrigin } from "./candidate";

/** How a line's pieces are given to a set of origins, by the origin's place in the set. */
export type Share = readonly number[];

/** Above this many ways of dividing a line by pieces only those are tried that fill one origin after another. */
const MOST_DIVISIONS = 60;

/**
 * The ways of giving a line to a set of origins, the preferred first: whole to the fallback origin, then to the best-ranked, and,
 * where lines may be split by pieces, divided so that better-ranked ones give as many as they have. A line with more than
 * 60 divisions is only divided so that one origin after another gives all it has, in each order.
 */
export function sharesOf(
  line: OrderLine,
  allowed: readonly LineOrigin[],
  set: readonly SourcingOrigin[],
  byPiece: boolean,
  fallback: string,
): Share[] {
  // what nothing decides leaves from the fallback origin
  const first = set.findIndex(({ code }) => code === fallback);
  const order =
    first < 1 ? set : [set[first], ...set.filter((_, i) => i !== first)].flatMap((one) => one ?? []);
  const shares = inOrder(line, allowed, order, byPiece);
  if (first < 1) return shares;
  return shares.map((share) =>
    set.map(({ code }) => share[order.findIndex((one) => one.code === code)] ?? 0),
  );
}

/** Whether every division of a line among all that may ship it is looked at. */
export function isDividedFully(line: OrderLine, allowed: readonly LineOrigin[]): boolean {
  if (line.pinned !== undefined) return true;
  const most = allowed.map(({ pieces }) => pieces);
  return divisions(most, line.quantity, MOST_DIVISIONS) !== undefined;
}

function inOrder(
  line: OrderLine,
  allowed: readonly LineOrigin[],
  set: readonly SourcingOrigin[],
  byPiece: boolean,
): Share[] {
  const most = set.map(({ code }) => allowed.find(({ origin }) => origin === code)?.pieces ?? 0);
  if (!byPiece || line.pinned !== undefined)
    return most.flatMap((pieces, at) =>
      pieces >= line.quantity ? [set.map((_, i) => (i === at ? line.quantity : 0))] : [],
    );
  return divisions(most, line.quantity, MOST_DIVISIONS) ?? filled(most, line.quantity);
}

/** Every division, those first in which earlier origins give more; `undefined` when there are more than `limit`. */
function divisions(most: readonly number[], quantity: number, limit: number): Share[] | undefined {
  const found: Share[] = [];
  const rests = most.map((_, i) => most.slice(i + 1).reduce((total, one) => total + one, 0));
  const place = (at: number, left: number, before: number[]): boolean => {
    if (at === most.length) {
      found.push(before);
      return found.length <= limit;
    }
    const least = Math.max(0, left - (rests[at] ?? 0));
    for (let n = Math.min(most[at] ?? 0, left); n >= least; n--)
      if (!place(at + 1, left - n, [...before, n])) return false;
    return true;
  };
  return place(0, quantity, []) ? found : undefined;
}

/** One origin after another gives all it has, in each rotation and its reverse. */
function filled(most: readonly number[], quantity: number): Share[] {
  const found = new Map<string, Share>();
  const order = most.map((_, i) => i);
  for (let turn = 0; turn < most.length; turn++)
    for (const way of [order, [...order].reverse()]) {
      const share = most.map(() => 0);
      let left = quantity;
      for (const at of [...way.slice(turn), ...way.slice(0, turn)]) {
        share[at] = Math.min(most[at] ?? 0, left);
        left -= share[at] ?? 0;
      }
      if (left === 0) found.set(share.join(), share);
    }
  return [...found.values()];
}
