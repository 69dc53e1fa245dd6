import "server-only";
import type { ZoneChart } from "@/core/setup/zone-chart";
import { compileChart, entryText } from "@/core/zones/compiled-chart";
import { normalisePostcode } from "@/core/zones/postcode";
import { load } from "@/server/load";
import { orderDestinations } from "@/server/services/order-destinations";

/** Which entries of a chart the known order destinations fall to. */
export interface Catches {
  /** Orders by the entry's place in the chart; entries without any are left out. */
  readonly byEntry: readonly (readonly [entry: number, orders: number])[];
  readonly orders: number;
  /** Places no entry holds, those with most orders first. */
  readonly missed: readonly { readonly place: string; readonly orders: number }[];
}

const MOST_MISSED = 12;

/** How many orders each entry would catch, by every place goods were ever ordered to. */
export async function loadCatches(chart: ZoneChart): Promise<Catches> {
  const { index } = compileChart(chart);
  const counts = new Map<number, number>();
  const missed: { place: string; orders: number }[] = [];
  let total = 0;
  for (const { country, subdivision, postcode, orders } of await load(({ db }) => orderDestinations(db))) {
    total += orders;
    const match = index.find({
      country,
      postcode: normalisePostcode(postcode),
      ...(subdivision === null ? {} : { subdivision }),
    });
    if (match) counts.set(match.entry, (counts.get(match.entry) ?? 0) + orders);
    else missed.push({ place: `${country} ${postcode}`.trim(), orders });
  }
  missed.sort((a, b) => b.orders - a.orders || (a.place < b.place ? -1 : 1));
  return { byEntry: [...counts], orders: total, missed: missed.slice(0, MOST_MISSED) };
}

/** The entry that is asked for: by what it holds ("EE 10..19", the first of equals), or by its place in the chart. */
export function entryAsked(entries: ZoneChart["entries"], asked: string | undefined): number | undefined {
  if (asked === undefined) return undefined;
  if (/^\d+$/.test(asked)) return Number(asked);
  const at = entries.findIndex((entry) => entryText(entry) === asked);
  return at < 0 ? undefined : at;
}
