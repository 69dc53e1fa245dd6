import { differenceIn } from "../setup/difference";
import type { Change } from "../setup/inverse";
import { splitPath, type Json } from "../setup/path";
import { same } from "../setup/same";
import type { Setup } from "../setup/setup";
import type { Tariff } from "../setup/tariff";
import type { ZoneChart } from "../setup/zone-chart";
import { cellLines, type CellLine, type CellsLine } from "./cell-lines";

/** One thing that is another in the draft. */
export type ChangeLine =
  | CellLine
  | CellsLine
  | { readonly kind: "field"; readonly change: Change }
  /** An edition of a table that comes or goes. */
  | { readonly kind: "edition"; readonly label: string; readonly from: string; readonly is: "added" | "gone" }
  /** Breaks, bands or zones of an edition that come or go. */
  | {
      readonly kind: "axis";
      readonly edition: string;
      readonly of: "breaks" | "bands" | "zones";
      readonly added: readonly string[];
      readonly gone: readonly string[];
    }
  /** Entries of a zone chart. */
  | {
      readonly kind: "entries";
      readonly added: number;
      readonly gone: number;
      readonly moved: number;
      /** The first of them, as changes of one entry each. */
      readonly entries: readonly { readonly from?: Entry; readonly to?: Entry }[];
    };

type Entry = ZoneChart["entries"][number];

/** What waits of one member of the setup, or of a part that has no members. */
export interface MemberChange {
  /** `tariffs`, `offers`, …; `business`, `sourcing`, `exchangeRates`, `itemExceptions`. */
  readonly list: keyof Setup;
  /** "" for what has no members. */
  readonly code: string;
  readonly name: string;
  readonly is: "added" | "gone" | "changed" | "moved";
  readonly lines: readonly ChangeLine[];
}

/** In the order of the work. */
const parts = [
  "business",
  "exchangeRates",
  "chargeTypes",
  "sourcing",
  "origins",
  "carriers",
  "services",
  "connections",
  "zoneCharts",
  "tariffs",
  "goodsClasses",
  "itemExceptions",
  "channels",
  "offers",
] as const satisfies readonly (keyof Setup)[];

/** What of the setup is another in the draft, member by member in the order of the work; what is alike is left out. */
export function memberChanges(before: Setup, after: Setup): MemberChange[] {
  return parts.flatMap((list): MemberChange[] => {
    const [old, now] = [before[list] as Json, after[list] as Json];
    if (old === now || same(old, now)) return [];
    const coded = Array.isArray(old) && Array.isArray(now) && [...old, ...now].every(isCoded);
    if (coded) return codedChanges(list, old as unknown as Coded[], now as unknown as Coded[]);
    return [{ list, code: "", name: "", is: "changed", lines: fieldLines(old, now, [list]) }];
  });
}

interface Coded {
  readonly code: string;
  readonly name?: string;
}

function isCoded(member: unknown): boolean {
  return typeof member === "object" && member !== null && "code" in member;
}

function codedChanges(list: keyof Setup, before: readonly Coded[], after: readonly Coded[]): MemberChange[] {
  const old = new Map(before.map((member) => [member.code, member]));
  const now = new Map(after.map((member) => [member.code, member]));
  const moved = movedCodes(before, after);
  const of = (member: Coded, is: MemberChange["is"], lines: readonly ChangeLine[] = []): MemberChange => ({
    list,
    code: member.code,
    name: member.name ?? "",
    is,
    lines,
  });
  return [
    ...after.flatMap((member) => {
      const was = old.get(member.code);
      if (!was) return [of(member, "added")];
      const lines = was === member || same(was, member) ? [] : memberLines(list, was, member);
      if (lines.length > 0) return [of(member, "changed", lines)];
      return moved.has(member.code) ? [of(member, "moved")] : [];
    }),
    ...before.flatMap((member) => (now.has(member.code) ? [] : [of(member, "gone")])),
  ];
}

/** Members that both have and that stand at another place among the others. */
function movedCodes(before: readonly Coded[], after: readonly Coded[]): ReadonlySet<string> {
  const bare = (list: readonly Coded[]) => list.map(({ code }) => ({ code }));
  const changes = differenceIn(bare(before), bare(after), []);
  const come = new Set(changes.flatMap(({ path, to }) => (to === undefined ? [] : [path])));
  const gone = changes.filter(({ path, from }) => from !== undefined && come.has(path));
  return new Set(gone.map(({ path }) => splitPath(path)[0] ?? ""));
}

function memberLines(list: keyof Setup, before: Coded, after: Coded): ChangeLine[] {
  const where = [list, after.code];
  if (list === "tariffs") return tariffLines(before as Tariff, after as Tariff, where);
  if (list === "zoneCharts") return chartLines(before as ZoneChart, after as ZoneChart, where);
  return fieldLines(before as unknown as Json, after as unknown as Json, where);
}

function fieldLines(before: Json, after: Json, where: readonly string[]): ChangeLine[] {
  return differenceIn(before, after, where).map((change) => ({ kind: "field", change }));
}

function tariffLines(before: Tariff, after: Tariff, where: readonly string[]): ChangeLine[] {
  const { editions: old, ...head } = before;
  const { editions: now, ...newHead } = after;
  const lines = fieldLines(head as Json, newHead as Json, where);
  for (const edition of now) {
    const was = old.find(({ label }) => label === edition.label);
    if (!was) lines.push({ kind: "edition", label: edition.label, from: edition.from, is: "added" });
    else if (was !== edition && !same(was, edition)) lines.push(...editionLines(after, was, edition, where));
  }
  for (const { label, from } of old)
    if (!now.some((edition) => edition.label === label))
      lines.push({ kind: "edition", label, from, is: "gone" });
  return lines;
}

function editionLines(
  tariff: Tariff,
  before: Tariff["editions"][number],
  after: Tariff["editions"][number],
  where: readonly string[],
): ChangeLine[] {
  const at = [...where, "editions", after.label];
  const lines = fieldLines(headOf(before), headOf(after), at);
  const axis = (of: "breaks" | "bands" | "zones", old: readonly string[], now: readonly string[]) => {
    const [added, gone] = [now.filter((one) => !old.includes(one)), old.filter((one) => !now.includes(one))];
    if (added.length + gone.length > 0) lines.push({ kind: "axis", edition: after.label, of, added, gone });
  };
  const edges = (list: readonly (string | null)[] = []) => list.map((edge) => edge ?? "open");
  axis("zones", zonesOf(before), zonesOf(after));
  axis("breaks", edges(before.breaks.map(({ edge }) => edge)), edges(after.breaks.map(({ edge }) => edge)));
  axis("bands", edges(before.bands?.edges), edges(after.bands?.edges));
  lines.push(...ratesOfBreaks(before, after, at));
  for (const row of after.rows) {
    const was = before.rows.find(({ zone }) => zone === row.zone);
    if (was && was !== row)
      lines.push(...fieldLines(boundsOf(was), boundsOf(row), [...at, "zones", row.zone]));
  }
  return [...lines, ...cellLines(tariff, before, after)];
}

/** What an edition is beside its table. */
function headOf({ label: _, breaks: __, rows: ___, bands, ...head }: Tariff["editions"][number]): Json {
  if (!bands) return head as Json;
  const { edges: ____, ...by } = bands;
  return { ...head, bands: by } as Json;
}

function zonesOf({ rows }: Tariff["editions"][number]): string[] {
  return rows.map(({ zone }) => zone);
}

function boundsOf({ minimum, maximum }: Tariff["editions"][number]["rows"][number]): Json {
  return {
    ...(minimum === undefined ? {} : { minimum }),
    ...(maximum === undefined ? {} : { maximum }),
  };
}

/** How the rates of a break are meant, where the break stayed. */
function ratesOfBreaks(
  before: Tariff["editions"][number],
  after: Tariff["editions"][number],
  at: readonly string[],
): ChangeLine[] {
  return after.breaks.flatMap(({ edge, ...kind }) => {
    const was = before.breaks.find((one) => one.edge === edge);
    if (!was) return [];
    const { edge: _, ...old } = was;
    return fieldLines(old as Json, kind as Json, [...at, "breaks", edge ?? "open"]);
  });
}

/** Entries that are told one by one. */
const MOST_SHOWN = 200;

function chartLines(before: ZoneChart, after: ZoneChart, where: readonly string[]): ChangeLine[] {
  const { entries: old, ...head } = before;
  const { entries: now, ...newHead } = after;
  const lines = fieldLines(head as Json, newHead as Json, where);
  if (old === now || same(old, now)) return lines;
  const key = ({ country, subdivision, postcode }: Entry) => JSON.stringify([country, subdivision, postcode]);
  const [was, is] = [new Map(old.map((one) => [key(one), one])), new Map(now.map((one) => [key(one), one]))];
  const entries: { from?: Entry; to?: Entry }[] = [];
  let [added, gone, moved] = [0, 0, 0];
  for (const [at, entry] of is) {
    const former = was.get(at);
    if (!former) {
      added++;
      entries.push({ to: entry });
    } else if (former.zone !== entry.zone) {
      moved++;
      entries.push({ from: former, to: entry });
    }
  }
  for (const [at, entry] of was)
    if (!is.has(at)) {
      gone++;
      entries.push({ from: entry });
    }
  return [...lines, { kind: "entries", added, gone, moved, entries: entries.slice(0, MOST_SHOWN) }];
}
