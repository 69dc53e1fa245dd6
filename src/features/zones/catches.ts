import type { ZoneChart } from "@/core/setup/zone-chart";
import { compileChart } from "@/core/zones/compiled-chart";
import { normalisePostcode } from "@/core/zones/postcode";

/** A place orders went to, and how many did. */
interface Destination {
  readonly country: string;
  readonly subdivision: string | null;
  readonly postcode: string;
  readonly orders: number;
}

/** Which entries of a chart the known order destinations fall to. */
export interface Catches {
  /** Orders by the entry's place in the chart; entries without any are left out. */
  readonly byEntry: readonly (readonly [entry: number, orders: number])[];
  readonly orders: number;
  /** Orders no entry holds, and their places, those with most orders first, at most twelve. */
  readonly missedOrders: number;
  readonly missedPlaces: number;
  readonly missed: readonly { readonly place: string; readonly orders: number }[];
}

const MOST_MISSED = 12;

/** How many orders each entry would catch, by every place goods were ever ordered to. */
export function catchesOf(chart: ZoneChart, destinations: readonly Destination[]): Catches {
  const { index } = compileChart(chart);
  const counts = new Map<number, number>();
  const missed: { place: string; orders: number }[] = [];
  for (const { country, subdivision, postcode, orders } of destinations) {
    const match = index.find({
      country,
      postcode: normalisePostcode(postcode),
      ...(subdivision === null ? {} : { subdivision }),
    });
    if (match) counts.set(match.entry, (counts.get(match.entry) ?? 0) + orders);
    else missed.push({ place: `${country} ${postcode}`.trim(), orders });
  }
  missed.sort((a, b) => b.orders - a.orders || (a.place < b.place ? -1 : 1));
  return {
    byEntry: [...counts],
    orders: destinations.reduce((sum, one) => sum + one.orders, 0),
    missedOrders: missed.reduce((sum, one) => sum + one.orders, 0),
    missedPlaces: missed.length,
    missed: missed.slice(0, MOST_MISSED),
  };
}

/** Orders by zone; a zone none went to is not in it, nor are places an entry says are not served. */
export function ordersByZone(chart: ZoneChart, { byEntry }: Catches): ReadonlyMap<string, number> {
  const found = new Map<string, number>();
  for (const [entry, orders] of byEntry) {
    const zone = chart.entries[entry]?.zone ?? null;
    if (zone !== null) found.set(zone, (found.get(zone) ?? 0) + orders);
  }
  return found;
}
