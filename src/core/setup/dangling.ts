import { nearest } from "./nearest";
import type { Problem } from "./problem";
import { references, type Reference, type Wanted } from "./references";
import { codedLists, type Setup } from "./setup";

/** The codes a list defines, by the key `listKey` gives. */
function definitions(setup: Setup): Map<string, Set<string>> {
  const defined = new Map<string, Set<string>>();
  for (const list of codedLists) defined.set(list, new Set(setup[list].map((entry) => entry.code)));
  for (const chart of setup.zoneCharts)
    defined.set(`zones of ${chart.code}`, new Set(chart.zones.map((zone) => zone.code)));
  return defined;
}

function listKey(reference: Reference): string {
  return reference.list === "zones" ? `zones of ${reference.chart ?? ""}` : reference.list;
}

/** What was found in a setup: an edit asks about the one before it and the one after it, compiling asks once more. */
const known = new WeakMap<Setup, readonly Problem[]>();

/** References to something that is not there, each with the nearest code as a hint. */
export function findDangling(setup: Setup): readonly Problem[] {
  let problems = known.get(setup);
  if (!problems) {
    problems = danglingIn(setup);
    known.set(setup, problems);
  }
  return problems;
}

/**
 * Notes of a changed setup that it has no more dangling references than the one it was made of, which had none: whoever asks
 * next need not search all of it.
 */
export function inheritNoDangling(before: Setup, after: Setup): void {
  const problems = known.get(before);
  if (problems?.length === 0) known.set(after, problems);
}

/** The dangling ones of the wanted members alone: what an edit looks at that takes no code away. */
export function danglingIn(setup: Setup, wanted?: Wanted): Problem[] {
  const defined = definitions(setup);
  const problems: Problem[] = [];
  for (const reference of references(setup, wanted)) {
    const known = defined.get(listKey(reference));
    // a zone of a chart that is missing is one mistake, not two
    if (!known || known.has(reference.code)) continue;
    const hint = nearest(reference.code, [...known]);
    problems.push({
      code: "unknown-code",
      path: reference.path,
      data: {
        list: reference.list,
        code: reference.code,
        ...(reference.chart === undefined ? {} : { chart: reference.chart }),
      },
      ...(hint ? { hint } : {}),
    });
  }
  return problems;
}

/** The places that name a member of a list (for `zones`: of a chart). */
export function usesOf(setup: Setup, list: Reference["list"], code: string, chart?: string): Reference[] {
  return references(setup).filter((r) => r.list === list && r.code === code && r.chart === chart);
}
