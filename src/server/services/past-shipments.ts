import "server-only";
import { and, eq, gte, inArray, sql } from "drizzle-orm";
import { Decimal } from "@/core/money/decimal";
import { basePerUnit } from "@/core/rules/measured";
import { tariffCodeOf } from "@/core/setup/service-tariff";
import type { Setup } from "@/core/setup/setup";
import type { Tariff, TariffMeasure } from "@/core/setup/tariff";
import type { PastShipment } from "@/core/tariffs/past-shipment";
import { normalisePostcode } from "@/core/zones/postcode";
import type { Database } from "@/db/connect";
import { orders, shipments } from "@/db/schema";

const DAY_MS = 86_400_000;
const YEAR_DAYS = 365;

/** The measures that are kept of a shipment, in base units. Goods values and distances are not. */
const measured: Readonly<
  Partial<Record<TariffMeasure, "actualWeight" | "chargeableWeight" | "volume" | "pieces" | "parcels">>
> = {
  actualWeight: "actualWeight",
  chargeableWeight: "chargeableWeight",
  volume: "volume",
  quantity: "pieces",
  parcels: "parcels",
};

/**
 * What the last 365 days' orders had shipped that a tariff rates: of a buy tariff the shipments by its services, of a sell
 * tariff the orders charged by its offers, each as a whole. Only what charges in force expect counts; a shipment whose measure
 * is not known is left out. By order, then by place in it.
 */
export async function pastShipments(
  db: Database,
  setup: Setup,
  tariff: Tariff,
  now: Date,
): Promise<PastShipment[]> {
  const field = measured[tariff.measure];
  if (field === undefined) return [];
  const buys = tariff.side === "buy";
  const users = buys
    ? setup.services.filter(({ rate }) => tariffCodeOf(rate) === tariff.code).map(({ code }) => code)
    : setup.offers
        .filter(({ plan }) => plan.kind === "tariff" && plan.tariff === tariff.code)
        .map(({ code }) => code);
  if (users.length === 0) return [];
  // what is sold is charged for the order, what is bought for each shipment
  const each = buys ? [shipments.order, shipments.position] : [shipments.order];
  const rows = await db
    .select({
      order: shipments.order,
      country: orders.country,
      subdivision: orders.subdivision,
      postcode: orders.postcode,
      value: sql<
        string | null
      >`case when count(*) = count(${shipments[field]}) then sum(${shipments[field]})::text end`,
    })
    .from(shipments)
    .innerJoin(orders, eq(orders.charge, shipments.charge))
    .where(
      and(
        inArray(buys ? shipments.service : shipments.offer, users),
        gte(orders.placedAt, new Date(now.getTime() - YEAR_DAYS * DAY_MS).toISOString()),
      ),
    )
    .groupBy(...each, orders.country, orders.subdivision, orders.postcode)
    .orderBy(...each);
  const unit = basePerUnit(tariff.measure, tariff.unit);
  return rows.flatMap(({ order, country, subdivision, postcode, value }) => {
    if (value === null) return [];
    const shown = Decimal.of(value).dividedBy(unit, 12, "halfAwayFromZero").toString();
    return [
      {
        order,
        place: {
          country,
          ...(subdivision === null ? {} : { subdivision }),
          postcode: normalisePostcode(postcode),
        },
        value: shown,
      },
    ];
  });
}
