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

/**
 * Lists whose members have no name of their own. Members that are alike in both hold the lists together; of what lies
 * between two of them the first is compared with the first, and so on, and what is left over comes or goes.
 */
function differUnnamed(before: readonly Json[], after: readonly Json[], where: Where, found: Change[]): void {
  const pairs = paired(before, after);
  for (const [i, j] of pairs) {
    const [from, to] = [before[i], after[j]];
    if (from !== undefined && to !== undefined) differ(from, to, [...where, i], found);
  }
  const [stays, came] = [new Set(pairs.map(([i]) => i)), new Set(pairs.map(([, j]) => j))];
  moveAndReplace(before, after, where, found, { goes: (i) => !stays.has(i), comes: (j) => !came.has(j) });
}

type Pair = readonly [before: number, after: number];

/** Which members of two lists are held against each other, in their order. */
function paired(before: readonly Json[], after: readonly Json[]): Pair[] {
  const pairs: Pair[] = [];
  let [i, j] = [0, 0];
  for (const [nextI, nextJ] of [...alike(before, after), [before.length, after.length] as const]) {
    for (; i < nextI && j < nextJ; i++, j++) pairs.push([i, j]);
    if (nextI < before.length || nextJ < after.length) pairs.push([nextI, nextJ]);
    [i, j] = [nextI + 1, nextJ + 1];
  }
  return pairs;
}

/** Comparisons of members that are made to find which of two lists are alike; longer ones are compared place by place. */
const MOST_COMPARED = 40_000;

/** The longest run of members that both lists have in the same order. */
function alike(before: readonly Json[], after: readonly Json[]): Pair[] {
  const [rows, columns] = [before.length, after.length];
  if (rows === columns || rows * columns > MOST_COMPARED) return [];
  const longest = Array.from({ length: rows + 1 }, () => new Int32Array(columns + 1));
  const at = (i: number, j: number) => longest[i]?.[j] ?? 0;
  for (let i = rows - 1; i >= 0; i--)
    for (let j = columns - 1; j >= 0; j--) {
      const row = longest[i];
      if (row)
        row[j] = same(before[i], after[j]) ? at(i + 1, j + 1) + 1 : Math.max(at(i + 1, j), at(i, j + 1));
    }
  const pairs: Pair[] = [];
  for (let [i, j] = [0, 0]; i < rows && j < columns; ) {
    if (same(before[i], after[j])) pairs.push([i++, j++]);
    else if (at(i + 1, j) >= at(i, j + 1)) i++;
    else j++;
  }
  return pairs;
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
