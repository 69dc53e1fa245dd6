import type { Change } from "./inverse";
import { joinPath, splitPath, valueAt, type Json } from "./path";
import { placeChange } from "./place-change";
import { same } from "./same";

/**
 * What stands at a path once changes are made that came after `value` was read: of the value itself, within it, or of what
 * holds it. A change that says something else stood there is of another state, and left out.
 */
export function withChanges(
  path: string,
  value: Json | undefined,
  changes: readonly Change[],
): Json | undefined {
  return changes.reduce((now, change) => withChange(path, now, change), value);
}

function withChange(path: string, value: Json | undefined, change: Change): Json | undefined {
  const own = splitPath(path);
  const theirs = splitPath(change.path);
  const shared = Math.min(own.length, theirs.length);
  if (own.slice(0, shared).some((segment, i) => segment !== theirs[i])) return value;
  if (theirs.length <= own.length) return heldBy(own.slice(theirs.length), value, change);
  const within = theirs.slice(own.length);
  const made = placeChange({ value }, ["value", ...within], change, new WeakSet());
  return "problem" in made ? value : (made.value as { value?: Json }).value;
}

/** Of a change of the value itself, or of what holds it. */
function heldBy(rest: readonly string[], value: Json | undefined, { from, to }: Change): Json | undefined {
  const within = joinPath(...rest);
  return same(valueAt(from, within), value) ? (valueAt(to, within) as Json | undefined) : value;
}
