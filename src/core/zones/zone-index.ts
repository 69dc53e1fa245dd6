import type { ZoneChart, ZoneEntry } from "../setup/zone-chart";
import { inPattern, rangeNumber, rangeWidth, readPattern, type PostcodePattern } from "./postcode";

/** Where goods go, as charts see it. The postcode is normalised. */
export interface Place {
  readonly country: string;
  readonly subdivision?: string;
  readonly postcode: string;
}

/** The entry that decides, by its index in the chart; a null zone means "not served". */
export interface ZoneMatch {
  readonly zone: string | null;
  readonly entry: number;
}

interface Candidate extends ZoneMatch {
  readonly subdivision?: string;
  /** Of ranges: how wide; 0 for everything else. */
  readonly width: number;
}

interface RangeGroup {
  readonly letters: string;
  readonly digits: number;
  /** Ascending; from each start up to the next the candidates at the same place of `lists` hold. */
  readonly starts: number[];
  readonly lists: Candidate[][];
}

interface RangeEntry {
  readonly pattern: PostcodePattern & { kind: "range" };
  readonly candidate: Candidate;
}

interface CountryIndex {
  readonly exact: Map<string, Candidate[]>;
  readonly prefix: Map<string, Candidate[]>;
  readonly prefixLengths: number[];
  readonly ranges: RangeGroup[];
  /** Every range as it was read, for telling which ones lose. */
  readonly rangeEntries: readonly RangeEntry[];
  readonly whole: Candidate[];
}

/**
 * Finds a destination's zone in a chart. The most specific entry wins: exact postcode, longer prefix, narrower range,
 * subdivision, country, `*`; among entries equal in that, one that also names the subdivision, then the earlier.
 * A look-up costs O(length of the postcode) and O(log n) for ranges.
 */
export class ZoneIndex {
  private readonly countries = new Map<string, CountryIndex>();
  /** By country, the places of its entries: a country is indexed when it is first asked for. */
  private readonly byCountry = new Map<string, number[]>();

  constructor(private readonly chart: ZoneChart) {
    chart.entries.forEach((entry, index) => {
      const list = this.byCountry.get(entry.country);
      if (list) list.push(index);
      else this.byCountry.set(entry.country, [index]);
    });
  }

  private indexOf(country: string): CountryIndex | undefined {
    const known = this.countries.get(country);
    const indexes = known ? undefined : this.byCountry.get(country);
    if (!indexes) return known;
    const built = build(this.chart.entries, indexes);
    this.countries.set(country, built);
    return built;
  }

  /** The winning entry, or `undefined` when no entry holds the place. */
  find(place: Place): ZoneMatch | undefined {
    const country = this.indexOf(place.country);
    return (country && search(country, place)) ?? this.indexOf("*")?.whole[0];
  }

  /**
   * Every entry that holds the place, the winner first, then by specificity: for showing what lost and to what. Costs a
   * look at each range of the country.
   */
  all(place: Place): ZoneMatch[] {
    const country = this.indexOf(place.country);
    const holding = country ? holdingIn(country, place) : [];
    return [...holding, ...(this.indexOf("*")?.whole ?? [])].map(({ zone, entry }) => ({
      zone,
      entry,
    }));
  }
}

function holdingIn(index: CountryIndex, place: Place): Candidate[] {
  const prefixes = index.prefixLengths
    .filter((length) => length <= place.postcode.length)
    .flatMap((length) => index.prefix.get(place.postcode.slice(0, length)) ?? []);
  const ranges = index.rangeEntries
    .filter(({ pattern }) => inPattern(pattern, place.postcode, place.country))
    .map(({ candidate }) => candidate)
    .sort(order);
  return [...(index.exact.get(place.postcode) ?? []), ...prefixes, ...ranges, ...index.whole].filter(
    (one) => one.subdivision === undefined || one.subdivision === place.subdivision,
  );
}

function candidate(entry: ZoneEntry, index: number, width = 0): Candidate {
  return {
    zone: entry.zone,
    entry: index,
    width,
    ...(entry.subdivision === undefined ? {} : { subdivision: entry.subdivision }),
  };
}

/** The narrower first, then those that name a subdivision, then the earlier. */
function order(a: Candidate, b: Candidate): number {
  return (
    a.width - b.width ||
    Number(b.subdivision !== undefined) - Number(a.subdivision !== undefined) ||
    a.entry - b.entry
  );
}

function build(entries: readonly ZoneEntry[], indexes: readonly number[]): CountryIndex {
  const exact = new Map<string, Candidate[]>();
  const prefix = new Map<string, Candidate[]>();
  const ranges = new Map<string, RangeEntry[]>();
  const whole: Candidate[] = [];
  for (const index of indexes) {
    const entry = entries[index];
    if (!entry) continue;
    const pattern = entry.postcode === undefined ? undefined : readPattern(entry.postcode);
    if (!pattern) whole.push(candidate(entry, index));
    else if ("problem" in pattern) continue;
    else if (pattern.kind === "range")
      add(ranges, `${pattern.letters}#${pattern.digits}`, {
        pattern,
        candidate: candidate(entry, index, rangeWidth(pattern)),
      });
    else add(pattern.kind === "exact" ? exact : prefix, pattern.text, candidate(entry, index));
  }
  for (const list of [...exact.values(), ...prefix.values(), whole]) list.sort(order);
  const prefixLengths = [...new Set([...prefix.keys()].map((text) => text.length))].sort((a, b) => b - a);
  return {
    exact,
    prefix,
    prefixLengths,
    ranges: [...ranges.values()].map(sweep),
    rangeEntries: [...ranges.values()].flat(),
    whole,
  };
}

function add<T>(map: Map<string, T[]>, key: string, value: T): void {
  const list = map.get(key);
  if (list) list.push(value);
  else map.set(key, [value]);
}

/** Cuts overlapping ranges of one shape into pieces, each with its candidates in order up to the first that always holds. */
function sweep(ranges: readonly RangeEntry[]): RangeGroup {
  const events = ranges.flatMap(({ pattern, candidate }) => [
    { at: pattern.low, candidate, opens: true },
    { at: pattern.high + 1, candidate, opens: false },
  ]);
  events.sort((a, b) => a.at - b.at);
  const starts: number[] = [];
  const lists: Candidate[][] = [];
  const active: Candidate[] = [];
  events.forEach((event, i) => {
    const at = insertion(active, event.candidate);
    if (event.opens) active.splice(at, 0, event.candidate);
    else active.splice(at, 1);
    if (events[i + 1]?.at === event.at) return;
    const sure = active.findIndex((c) => c.subdivision === undefined);
    starts.push(event.at);
    lists.push(sure < 0 ? [...active] : active.slice(0, sure + 1));
  });
  const shape = ranges[0]?.pattern;
  return { letters: shape?.letters ?? "", digits: shape?.digits ?? 0, starts, lists };
}

/** Where the candidate stands, or would, in a sorted list. */
function insertion(list: readonly Candidate[], value: Candidate): number {
  let [low, high] = [0, list.length];
  while (low < high) {
    const middle = (low + high) >> 1;
    const at = list[middle];
    if (at && order(at, value) < 0) low = middle + 1;
    else high = middle;
  }
  return low;
}

function first(list: readonly Candidate[] | undefined, place: Place): Candidate | undefined {
  return list?.find((c) => c.subdivision === undefined || c.subdivision === place.subdivision);
}

function search(index: CountryIndex, place: Place): Candidate | undefined {
  const exact = first(index.exact.get(place.postcode), place);
  if (exact) return exact;
  for (const length of index.prefixLengths) {
    if (length > place.postcode.length) continue;
    const found = first(index.prefix.get(place.postcode.slice(0, length)), place);
    if (found) return found;
  }
  let narrowest: Candidate | undefined;
  for (const group of index.ranges) {
    const found = first(piece(group, place), place);
    if (found && (!narrowest || order(found, narrowest) < 0)) narrowest = found;
  }
  return narrowest ?? first(index.whole, place);
}

function piece(group: RangeGroup, place: Place): Candidate[] | undefined {
  const number = rangeNumber(group, place.postcode, place.country);
  if (number === undefined) return undefined;
  let [low, high] = [0, group.starts.length];
  while (low < high) {
    const middle = (low + high) >> 1;
    if ((group.starts[middle] ?? 0) <= number) low = middle + 1;
    else high = middle;
  }
  return group.lists[low - 1];
}

/** Whether an entry holds the place, by the plain rule and without any index. */
export function holds(
  entry: { country: string; subdivision?: string; postcode?: string },
  place: Place,
): boolean {
  if (entry.country !== "*" && entry.country !== place.country) return false;
  if (entry.subdivision !== undefined && entry.subdivision !== place.subdivision) return false;
  if (entry.postcode === undefined) return true;
  const pattern = readPattern(entry.postcode);
  return !("problem" in pattern) && inPattern(pattern, place.postcode, place.country);
}
