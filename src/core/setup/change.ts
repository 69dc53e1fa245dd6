import type { Change } from "./inverse";
import { danglingIn, findDangling, inheritNoDangling } from "./dangling";
import { business, exchangeRate } from "./business";
import { canonicalChanges } from "./canonical-changes";
import { itemException, sourcing } from "./offer";
import { nearest } from "./nearest";
import { parseWith, type Parsed } from "./parse-setup";
import { indexOfSegment, joinPath, splitPath, type Json } from "./path";
import type { Problem } from "./problem";
import { placeChange, type Own } from "./place-change";
import { memberSchemas, type CodedList, type Setup } from "./setup";
import { MOST_ENTRIES, zoneEntry } from "./zone-chart";

/** A changed setup, with the changes as they came to be: values in canonical form, places of removed members noted. */
export interface Changed {
  readonly setup: Setup;
  readonly changes: readonly Change[];
}

/**
 * Applies changes to a setup, all or none. Fails with `changed-meanwhile` where something else stands than `from` says,
 * `no-such-place`, `in-use` for a member that others still name, or whatever the format has against the new values.
 */
export function applyChanges(setup: Setup, changes: readonly Change[]): Parsed<Changed> {
  let next: unknown = setup;
  const applied: Change[] = [];
  const own: Own = new WeakSet();
  for (const change of changes) {
    const result = placeChange(next, splitPath(change.path), change, own);
    if ("problem" in result) return { ok: false, problems: [result.problem] };
    next = result.value;
    applied.push(result.at === undefined ? change : { ...change, at: result.at });
  }
  const checked = checkTouched(next as Setup, applied);
  if (!checked.ok) return checked;
  const dangling = newlyDangling(setup, checked.value, applied);
  if (dangling.length > 0) return { ok: false, problems: dangling };
  inheritNoDangling(setup, checked.value);
  return {
    ok: true,
    value: {
      setup: checked.value,
      changes: canonicalChanges(applied, checked.value),
    },
  };
}

/**
 * Reads every touched part with its own schema; the rest of the setup was read before. Of a chart in which only entries
 * changed those alone are read: it may have half a million.
 */
function checkTouched(setup: Setup, changes: readonly Change[]): Parsed<Setup> {
  let next = setup;
  const problems: Problem[] = [];
  const parts = new Map<string, Change[]>();
  for (const change of changes) {
    const part = splitPath(change.path).slice(0, 2).join("/");
    const list = parts.get(part);
    if (list) list.push(change);
    else parts.set(part, [change]);
  }
  for (const [part, own] of parts) {
    const [list = "", member = ""] = splitPath(part);
    const result = own.every(isWholeEntry) ? checkEntries(next, own) : checkPart(next, list, member);
    if (result.ok) next = result.value;
    else problems.push(...result.problems);
  }
  return problems.length > 0 ? { ok: false, problems } : { ok: true, value: next };
}

function isWholeEntry({ path }: Change): boolean {
  const [list, , field, index, ...rest] = splitPath(path);
  return list === "zoneCharts" && field === "entries" && index !== undefined && rest.length === 0;
}

function checkEntries(setup: Setup, changes: readonly Change[]): Parsed<Setup> {
  const problems = changes.flatMap(({ path, to }) => {
    const parsed = to === undefined ? undefined : parseWith<unknown>(zoneEntry, to, path);
    return parsed && !parsed.ok ? parsed.problems : [];
  });
  const [, code] = splitPath(changes[0]?.path ?? "");
  const chart = setup.zoneCharts.find((one) => one.code === code);
  if (chart && chart.entries.length > MOST_ENTRIES)
    problems.push({
      code: "too-large",
      path: joinPath("zoneCharts", chart.code, "entries"),
      data: { most: String(MOST_ENTRIES) },
    });
  return problems.length > 0 ? { ok: false, problems } : { ok: true, value: setup };
}

const wholeParts = {
  business,
  sourcing,
  exchangeRates: exchangeRate.array(),
  itemExceptions: itemException.array(),
};

function checkPart(setup: Setup, list: string, member: string): Parsed<Setup> {
  if (list in wholeParts) {
    const key = list as keyof typeof wholeParts;
    const parsed = parseWith<unknown>(wholeParts[key], setup[key], list);
    return parsed.ok ? { ok: true, value: { ...setup, [list]: parsed.value } } : parsed;
  }
  if (!(list in memberSchemas))
    return { ok: false, problems: [{ code: "no-such-place", path: joinPath(list, member), data: {} }] };
  const key = list as CodedList;
  const members = setup[key] as readonly { code: string }[];
  const index = indexOfSegment(members, member);
  // removed, or renamed away: what is left was read before
  const found = index < 0 ? undefined : members[index];
  if (!found) return renamed(setup, key);
  const parsed = parseWith<unknown>(memberSchemas[key], found, joinPath(list, member));
  if (!parsed.ok) return parsed;
  const twin = duplicateWithin(setup, key, found);
  return twin
    ? { ok: false, problems: [twin] }
    : {
        ok: true,
        value: { ...setup, [list]: members.map((entry, i) => (i === index ? parsed.value : entry)) },
      };
}

function renamed(setup: Setup, list: CodedList): Parsed<Setup> {
  const members = setup[list] as readonly { code: string }[];
  const problems = members.flatMap((member) => {
    const parsed = parseWith<unknown>(memberSchemas[list], member, joinPath(list, String(member.code)));
    return parsed.ok ? [] : parsed.problems;
  });
  const codes = members.map((member) => member.code);
  const twin = codes.find((code, i) => codes.indexOf(code) !== i);
  if (twin !== undefined)
    problems.push({ code: "duplicate-code", path: joinPath(list, twin, "code"), data: { code: twin } });
  return problems.length > 0 ? { ok: false, problems } : { ok: true, value: setup };
}

function duplicateWithin(setup: Setup, list: CodedList, member: { code: string }): Problem | undefined {
  const twice = (codes: readonly string[]) => codes.find((code, i) => codes.indexOf(code) !== i);
  const at = (code: string | undefined, ...path: string[]): Problem | undefined =>
    code === undefined
      ? undefined
      : { code: "duplicate-code", path: joinPath(list, member.code, ...path), data: { code } };
  const own = (setup[list] as readonly { code: string }[]).filter((entry) => entry.code === member.code);
  if (own.length > 1) return at(member.code, "code");
  const { zones, editions } = member as {
    zones?: { code: string }[];
    editions?: { label: string; rows: { zone: string }[] }[];
  };
  const zone = twice(zones?.map((entry) => entry.code) ?? []);
  const label = twice(editions?.map((edition) => edition.label) ?? []);
  const doubled = editions
    ?.map((edition) => ({ label: edition.label, zone: twice(edition.rows.map((row) => row.zone)) }))
    .find((entry) => entry.zone !== undefined);
  return (
    at(zone, "zones", zone ?? "", "code") ??
    at(label, "editions", label ?? "", "label") ??
    at(doubled?.zone, "editions", doubled?.label ?? "", "rows")
  );
}

/**
 * Where changes can make a reference point nowhere: anywhere, when a code can go or a table gets another chart; else only in
 * the members they touch, and in a chart whose entries alone changed in those entries.
 */
function reachOf(changes: readonly Change[]): "everywhere" | ReadonlySet<string> {
  const touched = new Set<string>();
  for (const change of changes) {
    const segments = splitPath(change.path);
    const [list = "", member = "", field] = segments;
    const last = segments.at(-1) ?? "";
    const takesCodes = field === undefined || field === "zones" || last === "code" || last === "zoneChart";
    if (takesCodes && list in memberSchemas) return "everywhere";
    if (!isWholeEntry(change)) touched.add(joinPath(list, member));
  }
  return touched;
}

/** Entries put in that name a zone their chart does not have. */
function strangeEntries(setup: Setup, changes: readonly Change[]): Problem[] {
  const zones = new Map(
    setup.zoneCharts.map((chart) => [chart.code, new Set(chart.zones.map((z) => z.code))]),
  );
  return changes.filter(isWholeEntry).flatMap(({ path, from, to }): Problem[] => {
    const [, chart = ""] = splitPath(path);
    const zoneOf = (entry: Json | undefined) => (entry as { zone?: string | null } | undefined)?.zone;
    const code = zoneOf(to);
    const own = zones.get(chart);
    if (!own || code === undefined || code === null || own.has(code) || code === zoneOf(from)) return [];
    const hint = nearest(code, [...own]);
    const data = { list: "zones", code, chart };
    return [{ code: "unknown-code", path: `${path}/zone`, data, ...(hint ? { hint } : {}) }];
  });
}

/** References that pointed somewhere before and point nowhere now, said at the change that made them so. */
function newlyDangling(before: Setup, after: Setup, changes: readonly Change[]): Problem[] {
  const reach = reachOf(changes);
  const search =
    reach === "everywhere"
      ? findDangling
      : (setup: Setup) => danglingIn(setup, (list, code) => reach.has(joinPath(list, code)));
  const known = new Set(search(before).map((problem) => `${problem.path} ${problem.data.code ?? ""}`));
  const fresh = search(after).filter((problem) => !known.has(`${problem.path} ${problem.data.code ?? ""}`));
  if (reach !== "everywhere") return [...fresh, ...strangeEntries(after, changes)];
  const removal = changes.find((change) => change.to === undefined || /(^|\/)code$/.test(change.path));
  const first = fresh[0];
  if (
    !removal ||
    !first ||
    changes.some((change) => first.path.startsWith(change.path) && change.to !== undefined)
  )
    return fresh;
  const places = fresh.map((problem) => problem.path.split("/").slice(0, 2).join("/"));
  const uses = [...new Set(places)];
  const shown = uses.slice(0, 3).join(", ") + (uses.length > 3 ? ` and ${uses.length - 3} more` : "");
  return [{ code: "in-use", path: removal.path, data: { uses: shown, first: first.path } }];
}
