import { joinPath } from "../setup/path";
import { references } from "../setup/references";
import { same } from "../setup/same";
import { codedLists, type CodedList, type Setup } from "../setup/setup";

/** Parts that any offer may be worked out by, whether or not it names them: where one differs, every offer may. */
const ofAll = [
  "business",
  "exchangeRates",
  "chargeTypes",
  "goodsClasses",
  "origins",
  "channels",
  "itemExceptions",
  "sourcing",
] as const satisfies readonly (keyof Setup)[];

/**
 * The codes of offers that are worked out alike under two setups: the offer and all that it comes to by codes (services,
 * their carriers, connections and tariffs, charts) are the same JSON in both. An order read under one of them is then read
 * alike under the other. Empty where any part differs that offers need not name.
 */
export function untouchedOffers(before: Setup, after: Setup): ReadonlySet<string> {
  if (before === after) return new Set(after.offers.map(({ code }) => code));
  if (ofAll.some((part) => !same(before[part], after[part]))) return new Set();
  const changed = changedMembers(before, after);
  const named = namedBy(after);
  const touched = new Map<string, boolean>();
  const isTouched = (member: string): boolean => {
    const known = touched.get(member);
    if (known !== undefined) return known;
    // what leads back to itself is as touched as all else it leads to
    touched.set(member, false);
    const found = changed.has(member) || [...(named.get(member) ?? [])].some(isTouched);
    touched.set(member, found);
    return found;
  };
  return new Set(after.offers.flatMap(({ code }) => (isTouched(memberOf("offers", code)) ? [] : [code])));
}

const memberOf = (list: CodedList, code: string) => joinPath(list, code);

/** Members of lists that are new or otherwise; what is gone nobody can name. */
function changedMembers(before: Setup, after: Setup): ReadonlySet<string> {
  const changed = new Set<string>();
  for (const list of codedLists) {
    const old = new Map<string, unknown>(before[list].map((member) => [member.code, member]));
    for (const member of after[list])
      if (!same(old.get(member.code), member)) changed.add(memberOf(list, member.code));
  }
  return changed;
}

/** By member, those it names. */
function namedBy(setup: Setup): ReadonlyMap<string, ReadonlySet<string>> {
  const named = new Map<string, Set<string>>();
  for (const { list, code, chart, path } of references(setup)) {
    const from = path.split("/", 2).join("/");
    const to = list === "zones" ? memberOf("zoneCharts", chart ?? "") : memberOf(list, code);
    const known = named.get(from);
    if (known) known.add(to);
    else named.set(from, new Set([to]));
  }
  return named;
}
