import type { Setup } from "@/core/setup/setup";

export interface Destination {
  readonly country: string;
  readonly subdivision?: string | undefined;
  readonly postcode?: string | undefined;
}

const plain = (postcode: string) => postcode.trim().toUpperCase().replaceAll(/[\s-]/g, "");

/** How narrow an entry is, the more the narrower: `undefined` where it does not hold the place. */
function narrowness(entry: Destination, place: Destination): number | undefined {
  if (entry.country !== "*" && entry.country !== place.country) return undefined;
  if (entry.subdivision !== undefined && entry.subdivision !== place.subdivision) return undefined;
  if (entry.postcode !== undefined) return narrownessOfPostcode(entry.postcode, plain(place.postcode ?? ""));
  if (entry.subdivision !== undefined) return 2;
  return entry.country === "*" ? 0 : 1;
}

/** Ranges here are of all-digit codes: as many leading digits as their ends have are compared. */
function narrownessOfPostcode(pattern: string, postcode: string): number | undefined {
  if (postcode === "") return undefined;
  const [low, high] = pattern.split("..").map(plain);
  if (low !== undefined && high !== undefined) {
    const leading = postcode.slice(0, low.length);
    if (leading.length < low.length || leading < low || leading > high) return undefined;
    return 3 + 1 - (Number(high) - Number(low) + 1) / 10 ** low.length;
  }
  if (pattern.endsWith("*")) {
    const prefix = plain(pattern.slice(0, -1));
    return postcode.startsWith(prefix) ? 10 + prefix.length : undefined;
  }
  return plain(pattern) === postcode ? 1000 : undefined;
}

export function isAmong(list: readonly Destination[], place: Destination): boolean {
  return list.some((entry) => narrowness(entry, place) !== undefined);
}

/** The narrowest of what holds the place; of equals the earlier. */
export function narrowest<E extends Destination>(list: readonly E[], place: Destination): E | undefined {
  let best: E | undefined;
  let width = -1;
  for (const entry of list) {
    const own = narrowness(entry, place) ?? -1;
    if (own > width) [best, width] = [entry, own];
  }
  return best;
}

export function howNarrow(list: readonly Destination[] | undefined, place: Destination): number {
  return Math.max(-1, ...(list ?? []).map((entry) => narrowness(entry, place) ?? -1));
}

type Places = { only?: readonly Destination[]; not?: readonly Destination[] };

/** An empty list of places is everywhere; what is left out goes before what is let in. */
export function isServed({ only = [], not = [] }: Places, place: Destination): boolean {
  return (only.length === 0 || isAmong(only, place)) && !isAmong(not, place);
}

/** The zone of a chart that a place lies in, for what leaves from some origins. */
export function zoneOf(
  setup: Setup,
  chart: string,
  from: readonly string[],
  place: Destination,
): { zone: string } | { none: "zone-not-found" | "zone-not-served" } {
  const { origins = [], entries } = setup.zoneCharts.find(({ code }) => code === chart)!;
  if (origins.length > 0 && from.some((origin) => !origins.includes(origin)))
    return { none: "zone-not-found" };
  const entry = narrowest(entries, place);
  if (!entry) return { none: "zone-not-found" };
  return entry.zone === null ? { none: "zone-not-served" } : { zone: entry.zone };
}
