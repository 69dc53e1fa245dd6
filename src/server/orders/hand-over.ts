import "server-only";
import { asc, eq, inArray } from "drizzle-orm";
import { stillToLeave, tooMany, type Dispatch, type Pieces } from "@/core/orders/dispatch";
import type { Database, PooledDatabase } from "@/db/connect";
import { commit } from "@/db/queries/commitments";
import { readOrders } from "@/db/queries/orders";
import { dispatches, orders } from "@/db/schema";
import { failed } from "../result";
import { appliedOffer } from "./applied-offer";
import { changeOrder, type OrderCommand } from "./change-order";

type DispatchRow = typeof dispatches.$inferSelect;
type KeptLine = { readonly sku: string; readonly quantity: number };

/** What has left of orders, in the order it was said. */
export async function dispatchesOf(db: Database, numbers: readonly string[]): Promise<DispatchRow[]> {
  if (numbers.length === 0) return [];
  return db
    .select()
    .from(dispatches)
    .where(inArray(dispatches.order, [...numbers]))
    .orderBy(asc(dispatches.saidAt), asc(dispatches.id));
}

function piecesOf({ origin, lines }: Pick<DispatchRow, "origin" | "lines">): Pieces[] {
  return (lines as readonly KeptLine[]).map((line) => ({ origin, ...line }));
}

/**
 * Says that something of a confirmed order left. When all of it has, the order is handed over; until then the rest stays
 * promised to it. What leaves takes its pieces out of what is promised, not out of stock: stock is whoever counts it. Fails
 * with `more-than-there`.
 */
export function handOver(db: PooledDatabase, command: OrderCommand, dispatch: Dispatch) {
  return changeOrder(
    db,
    command,
    async (tx, { stored: { order, charge } }) => {
      if (!charge) return failed("charge-out-of-date");
      const { shipments } = appliedOffer(charge);
      const before = (await dispatchesOf(tx, [order.number])).flatMap(piecesOf);
      const remaining = stillToLeave(shipments, before);
      const there = remaining.filter(({ origin }) => origin === dispatch.origin);
      if (there.length === 0 || tooMany(dispatch, remaining).length > 0) return failed("more-than-there");
      const lines = dispatch.lines ?? there.map(({ sku, quantity }) => ({ sku, quantity }));
      const expected = shipments.filter(({ origin }) => origin === dispatch.origin);
      await tx.insert(dispatches).values({
        order: order.number,
        day: dispatch.day,
        service: dispatch.service,
        origin: dispatch.origin,
        tracking: dispatch.tracking ?? [],
        lines,
        parcels: dispatch.parcels ?? expected.reduce((sum, { parcels }) => sum + parcels, 0),
        weight: dispatch.weight ?? null,
        saidAt: command.by.now.toISOString(),
        saidBy: command.by.who.name,
      });
      const left = stillToLeave(shipments, [...before, ...piecesOf({ origin: dispatch.origin, lines })]);
      await commit(tx, order.number, summed(left));
      return {
        values: { state: left.length === 0 ? "handed-over" : "confirmed" },
        what: left.length === 0 ? "order-handed-over" : "order-handed-over-in-part",
        from: null,
        to: { day: dispatch.day, service: dispatch.service, tracking: dispatch.tracking?.join(" ") ?? null },
        told: { dispatch: { ...dispatch, lines } },
      };
    },
    (state) => state === "confirmed",
  );
}

/** Of one item and origin once. */
function summed(list: readonly Pieces[]): Pieces[] {
  const sums = new Map<string, Pieces>();
  for (const one of list) {
    const key = JSON.stringify([one.origin, one.sku]);
    sums.set(key, { ...one, quantity: one.quantity + (sums.get(key)?.quantity ?? 0) });
  }
  return [...sums.values()];
}

/** A shipment of a confirmed order that has not left. */
export interface Leaving {
  readonly number: string;
  readonly customer: string;
  readonly place: string;
  readonly origin: string;
  readonly service: string;
  readonly pieces: number;
  readonly parcels: number;
  /** kg; absent where an item's weight is not known. */
  readonly weight: string | undefined;
  readonly cost: string;
  readonly currency: string;
  readonly promise: string | undefined;
}

const MOST_LISTED = 2000;

/** What is to leave: of confirmed orders, by origin and service, those promised first before the others. */
export async function leavingNow(db: PooledDatabase): Promise<Leaving[]> {
  const numbers = await db
    .select({ number: orders.number })
    .from(orders)
    .where(eq(orders.state, "confirmed"))
    .orderBy(asc(orders.placedAt), asc(orders.number))
    .limit(MOST_LISTED);
  const list = await readOrders(
    db,
    numbers.map(({ number }) => number),
  );
  const left = await dispatchesOf(
    db,
    list.map(({ order }) => order.number),
  );
  return list
    .flatMap(({ order, charge }) => {
      if (!charge) return [];
      const { shipments, promise } = appliedOffer(charge);
      const own = left.filter((one) => one.order === order.number).flatMap(piecesOf);
      const remaining = stillToLeave(shipments, own);
      return shipments.flatMap((shipment): Leaving[] => {
        const pieces = remaining
          .filter(
            ({ origin, sku }) =>
              origin === shipment.origin && shipment.lines.some((line) => line.sku === sku),
          )
          .reduce((sum, { quantity }) => sum + quantity, 0);
        if (pieces === 0) return [];
        return [
          {
            number: order.number,
            customer: order.customerName,
            place: `${order.postcode} ${order.city} ${order.country}`,
            origin: shipment.origin,
            service: shipment.service,
            pieces,
            parcels: shipment.parcels,
            weight: shipment.chargeableWeight,
            cost: shipment.cost,
            currency: charge.currency,
            promise: promise?.latest,
          },
        ];
      });
    })
    .sort(
      (a, b) =>
        compare(a.origin, b.origin) ||
        compare(a.service, b.service) ||
        compare(a.promise ?? "9", b.promise ?? "9") ||
        compare(a.number, b.number),
    );
}

function compare(a: string, b: string): number {
  return a < b ? -1 : a > b ? 1 : 0;
}
