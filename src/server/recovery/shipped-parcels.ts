import "server-only";
import { localDate } from "@/core/calendar/local-date";
import type { ShippedParcel } from "@/core/recovery/match-bill";
import type { Setup } from "@/core/setup/setup";
import type { Database } from "@/db/connect";
import { shippedBy } from "@/db/queries/recovery";

const DAY_MS = 86_400_000;
/** Days before a bill's date, and after, between which what it bills was ordered. */
const BEFORE_DAYS = 150;
const AFTER_DAYS = 7;

/** What a carrier took over that it may bill on a day; the day it left, or was ordered where nobody said when it left. */
export async function shippedParcels(
  db: Database,
  { services, business }: Setup,
  carrier: string,
  date: string,
): Promise<ShippedParcel[]> {
  const day = (by: number) => new Date(Date.parse(date) + by * DAY_MS).toISOString();
  const own = services.filter((service) => service.carrier === carrier).map(({ code }) => code);
  const rows = await shippedBy(db, own, { from: day(-BEFORE_DAYS), before: day(AFTER_DAYS) });
  return rows.map((row) => ({
    id: shipmentId(row.charge, row.position),
    order: row.order,
    tracking: row.tracking ?? [],
    day: row.day ?? localDate(new Date(row.placedAt).toISOString(), business.timeZone),
    country: row.country,
    postcode: row.postcode,
    ...(row.weight === null ? {} : { weight: row.weight }),
    service: row.service,
    ...(row.billed === null ? {} : { billed: row.billed }),
  }));
}

export function shipmentId(charge: string, position: number): string {
  return `${charge}/${position}`;
}

export function shipmentOf(id: string): { readonly charge: string; readonly position: number } {
  const [charge = "", position = ""] = id.split("/");
  return { charge, position: Number(position) };
}
