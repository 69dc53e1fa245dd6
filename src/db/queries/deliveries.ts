import { and, arrayOverlaps, eq, inArray, min } from "drizzle-orm";
import type { Database } from "../connect";
import { deliveries, dispatches, orders, shipments } from "../schema";
import { upsertRows } from "./bulk";

/** A shipment that may have arrived. */
export interface Departed {
  readonly order: string;
  readonly service: string;
  readonly origin: string;
  /** The day it left; `null` where nobody said. */
  readonly left: string | null;
}

/** Shipments by what a file calls them: a tracking number, else the number of their order, of which all are meant. */
export async function findDeparted(
  db: Database,
  numbers: readonly string[],
): Promise<{ readonly number: string; readonly shipment: Departed }[]> {
  const left = { order: dispatches.order, service: dispatches.service, origin: dispatches.origin };
  const tracked = await db
    .select({ ...left, left: dispatches.day, tracking: dispatches.tracking })
    .from(dispatches)
    .where(arrayOverlaps(dispatches.tracking, [...numbers]));
  const byTracking = tracked.flatMap(({ tracking, ...shipment }) =>
    tracking.filter((one) => numbers.includes(one)).map((number) => ({ number, shipment })),
  );
  const found = new Set(byTracking.map(({ number }) => number));
  const others = numbers.filter((number) => !found.has(number));
  const ordered = others.length === 0 ? [] : await departedOf(db, others);
  return [...byTracking, ...ordered.map((shipment) => ({ number: shipment.order, shipment }))];
}

/** What leaves, or has left, for orders by the charges that stand. */
function departedOf(db: Database, numbers: readonly string[]): Promise<Departed[]> {
  return db
    .select({
      order: shipments.order,
      service: shipments.service,
      origin: shipments.origin,
      left: min(dispatches.day),
    })
    .from(shipments)
    .innerJoin(orders, and(eq(orders.charge, shipments.charge), eq(orders.number, shipments.order)))
    .leftJoin(
      dispatches,
      and(
        eq(dispatches.order, shipments.order),
        eq(dispatches.service, shipments.service),
        eq(dispatches.origin, shipments.origin),
      ),
    )
    .where(and(inArray(shipments.order, [...numbers]), eq(orders.state, "handed-over")))
    .groupBy(shipments.order, shipments.service, shipments.origin)
    .orderBy(shipments.order, shipments.service, shipments.origin);
}

export type DeliveryRow = typeof deliveries.$inferSelect;

/** Stores when shipments arrived, each once; what was said of them before is replaced. */
export function putDeliveries(tx: Database, rows: readonly DeliveryRow[]): Promise<void> {
  return upsertRows(tx, deliveries, rows);
}
