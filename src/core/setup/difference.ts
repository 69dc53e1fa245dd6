import type { Change } from "./inverse";
import { joinPath, type Json } from "./path";
import { same } from "./same";
import type { Setup } from "./setup";

/**
 * What makes one setup of another, as changes that `applyChanges` takes: members by their code, rows of tables by zone,
 * breaks by edge, entries by where they are, each as deep as the two are alike. Parts that both setups share as objects
 * are not looked into. The order is that of the setup's fields; within a list first what is changed in place, then what
 * goes, then what comes.
 */
export function differenceOf(before: Setup, after: Setup): Change[] {
  return differenceIn(before as Json, after as Json, []);
}

/** The same for a part of a setup, with paths that begin where it stands. */
export function differenceIn(before: Json, after: Json, where: Where): Change[] {
  const changes: Change[] = [];
  differ(before, after, where, changes);
  return changes;
}

type Where = readonly (string | number)[];

function differ(before: Json, after: Json, where: Where, found: Change[]): void {
  if (before === after || same(before, after)) return;
  if (isList(before) && isList(after)) return differList(before, after, where, found);
  if (isRecord(before) && isRecord(after)) return differRecord(before, after, where, found);
  found.push({ path: joinPath(...where), from: before, to: after });
}

type Fields = Readonly<Record<string, Json | undefined>>;

function differRecord(before: Fields, after: Fields, where: Where, found: Change[]): void {
  for (const field of new Set([...Object.keys(before), ...Object.keys(after)])) {
    const [from, to] = [before[field], after[field]];
    const at = [...where, field];
    if (from !== undefined && to !== undefined) differ(from, to, at, found);
    else if (from !== undefined) found.push({ path: joinPath(...at), from });
    else if (to !== undefined) found.push({ path: joinPath(...at), to });
  }
}

function differList(before: readonly Json[], after: readonly Json[], where: Where, found: Change[]): void {
  const name = where[where.length - 1];
  const keyOf = keys[String(name)] ?? ownKey;
  const [old, wanted] = [keyed(before, keyOf), keyed(after, keyOf)];
  if (!old || !wanted) return differUnnamed(before, after, where, found);
  const places = new Map(old.map((key, i) => [key, i]));
  const kept = longestRise(wanted.map((key) => places.get(key) ?? -1));
  const stays = new Set(kept.map((at) => wanted[at]));
  for (const at of kept) {
    const [i, to] = [places.get(wanted[at] ?? "") ?? 0, after[at]];
    const from = before[i];
    if (from !== undefined && to !== undefined) differ(from, to, [...where, memberName(from) ?? i], found);
  }
  moveAndReplace(before, after, where, found, {
    goes: (i) => !stays.has(old[i]),
    comes: (i) => !stays.has(wanted[i]),
  });
}

/** Lists whose members have no name of their own: alike in length they are compared place by place. */
function differUnnamed(before: readonly Json[], after: readonly Json[], where: Where, found: Change[]): void {
  if (before.length === after.length) {
    before.forEach((from, i) => {
      const to = after[i];
      if (to !== undefined) differ(from, to, [...where, i], found);
    });
    return;
  }
  let head = 0;
  while (head < before.length && head < after.length && same(before[head], after[head])) head++;
  let tail = 0;
  while (
    tail < Math.min(before.length, after.length) - head &&
    same(before[before.length - 1 - tail], after[after.length - 1 - tail])
  )
    tail++;
  moveAndReplace(before, after, where, found, {
    goes: (i) => i >= head && i < before.length - tail,
    comes: (i) => i >= head && i < after.length - tail,
  });
}

interface Moves {
  readonly goes: (index: number) => boolean;
  readonly comes: (index: number) => boolean;
}

/** What goes is taken from the end, so that places before it stay; what comes is put in from the beginning. */
function moveAndReplace(
  before: readonly Json[],
  after: readonly Json[],
  where: Where,
  found: Change[],
  { goes, comes }: Moves,
): void {
  for (let i = before.length - 1; i >= 0; i--) {
    const from = before[i];
    if (from !== undefined && goes(i)) found.push({ path: joinPath(...where, memberName(from) ?? i), from });
  }
  after.forEach((to, at) => {
    if (comes(at)) found.push({ path: joinPath(...where, memberName(to) ?? at), to, at });
  });
}

type KeyOf = (member: Fields) => string | undefined;

/** What names a member of a list without codes, by the list's field. */
const keys: Readonly<Record<string, KeyOf>> = {
  rows: ({ zone }) => text(zone),
  breaks: ({ edge }) => text(edge ?? "open"),
  bands: ({ edge }) => text(edge ?? "open"),
  entries: ({ country, subdivision, postcode }) => text([country, subdivision, postcode]),
  exchangeRates: ({ from, to, asOf }) => text([from, to, asOf]),
  byZone: ({ zone }) => text(zone),
  fuelIndex: ({ from }) => text(from),
};

const ownKey: KeyOf = ({ code, label }) => text(code ?? label);

function text(value: Json | undefined | readonly (Json | undefined)[]): string | undefined {
  return value === undefined || value === null ? undefined : JSON.stringify(value);
}

/** The keys of all members; `undefined` when one has none, or two have the same. */
function keyed(list: readonly Json[], keyOf: KeyOf): string[] | undefined {
  const found: string[] = [];
  for (const member of list) {
    const key = isRecord(member) ? keyOf(member) : undefined;
    if (key === undefined) return undefined;
    found.push(key);
  }
  return new Set(found).size === found.length ? found : undefined;
}

function memberName(member: Json): string | undefined {
  if (!isRecord(member)) return undefined;
  const name = member.code ?? member.label;
  return typeof name === "string" ? name : undefined;
}

function isList(value: Json): value is readonly Json[] {
  return Array.isArray(value);
}

function isRecord(value: Json): value is { readonly [key: string]: Json } {
  return typeof value === "object" && value !== null && !Array.isArray(value);
}

/**
 * Where the longest run of rising values stands in a list; those below nought are left out. Patience sorting: n log n for
 * charts of half a million entries.
 */
function longestRise(values: readonly number[]): number[] {
  const ends: number[] = [];
  const before = new Int32Array(values.length).fill(-1);
  values.forEach((value, at) => {
    if (value < 0) return;
    let [low, high] = [0, ends.length];
    while (low < high) {
      const middle = (low + high) >> 1;
      if ((values[ends[middle] ?? 0] ?? 0) < value) low = middle + 1;
      else high = middle;
    }
    before[at] = ends[low - 1] ?? -1;
    ends[low] = at;
  });
  const run: number[] = [];
  for (let at = ends[ends.length - 1] ?? -1; at >= 0; at = before[at] ?? -1) run.push(at);
  return run.reverse();
}
