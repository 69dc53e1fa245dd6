import type { Change } from "./inverse";
import { indexOfSegment } from "./path";
import type { Problem } from "./problem";
import { same } from "./same";

export type Placed = { value: unknown; at?: number } | { problem: Problem };

/** Copies made by the changes at hand: each list and record is copied once, however many changes touch it. */
export type Own = WeakSet<object>;

function ownList(list: readonly unknown[], own: Own): unknown[] {
  if (own.has(list)) return list as unknown[];
  const copy = [...list];
  own.add(copy);
  return copy;
}

function ownRecord(record: Record<string, unknown>, own: Own): Record<string, unknown> {
  if (own.has(record)) return record;
  const copy = { ...record };
  own.add(copy);
  return copy;
}

function noPlace(change: Change): { problem: Problem } {
  return { problem: { code: "no-such-place", path: change.path, data: {} } };
}

function meanwhile(change: Change, now: unknown): { problem: Problem } {
  const theirs =
    now === undefined || now === null
      ? "nothing"
      : typeof now === "object"
        ? JSON.stringify(now).slice(0, 200)
        : String(now);
  return { problem: { code: "changed-meanwhile", path: change.path, data: { theirs } } };
}

/** Makes one change at the place its segments lead to within a value; nothing of the format is read. */
export function placeChange(at: unknown, segments: readonly string[], change: Change, own: Own): Placed {
  const [segment, ...rest] = segments;
  if (segment === undefined || typeof at !== "object" || at === null) return noPlace(change);
  if (Array.isArray(at)) return placeInList(at, segment, rest, change, own);
  const record = at as Record<string, unknown>;
  if (rest.length > 0) {
    // an optional group of fields that is not there yet is begun by its first field
    const inner = placeChange(
      record[segment] ?? (change.from === undefined ? {} : undefined),
      rest,
      change,
      own,
    );
    if ("problem" in inner) return inner;
    const changed = ownRecord(record, own);
    changed[segment] = inner.value;
    return withValue(changed, inner.at);
  }
  if (!same(record[segment], change.from)) return meanwhile(change, record[segment]);
  const { [segment]: _, ...others } = record;
  return { value: change.to === undefined ? others : { ...record, [segment]: change.to } };
}

function placeInList(
  list: readonly unknown[],
  segment: string,
  rest: readonly string[],
  change: Change,
  own: Own,
): Placed {
  const index = indexOfSegment(list, segment);
  if (rest.length > 0) {
    if (index < 0) return noPlace(change);
    const inner = placeChange(list[index], rest, change, own);
    if ("problem" in inner) return inner;
    const changed = ownList(list, own);
    changed[index] = inner.value;
    return withValue(changed, inner.at);
  }
  if (change.from === undefined) {
    if (change.to === undefined) return noPlace(change);
    const at = Math.min(change.at ?? list.length, list.length);
    const longer = ownList(list, own);
    longer.splice(at, 0, change.to);
    return { value: longer, at };
  }
  if (index < 0 || !same(list[index], change.from)) return meanwhile(change, list[index]);
  const changed = ownList(list, own);
  if (change.to === undefined) {
    changed.splice(index, 1);
    return { value: changed, at: index };
  }
  changed[index] = change.to;
  return { value: changed };
}

function withValue(value: unknown, at: number | undefined): Placed {
  return at === undefined ? { value } : { value, at };
}
