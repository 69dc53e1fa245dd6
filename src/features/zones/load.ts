import "server-only";
import type { ZoneChart } from "@/core/setup/zone-chart";
import { entryText } from "@/core/zones/compiled-chart";
import { load } from "@/server/load";
import { orderDestinations } from "@/server/services/order-destinations";
import { catchesOf, type Catches } from "./catches";

/** Which entries the places goods were ever ordered to fall to. */
export async function loadCatches(chart: ZoneChart): Promise<Catches> {
  return catchesOf(chart, await load(({ db }) => orderDestinations(db)));
}

/** The entry that is asked for: by what it holds ("EE 10..19", the first of equals), or by its place in the chart. */
export function entryAsked(entries: ZoneChart["entries"], asked: string | undefined): number | undefined {
  if (asked === undefined) return undefined;
  if (/^\d+$/.test(asked)) return Number(asked);
  const at = entries.findIndex((entry) => entryText(entry) === asked);
  return at < 0 ? undefined : at;
}
