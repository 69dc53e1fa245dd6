import "server-only";
import { randomUUID } from "node:crypto";
import type { EventType } from "@/contracts/webhook-events";
import type { Database } from "@/db/connect";
import { orders } from "@/db/schema";
import { eq, sql } from "drizzle-orm";
import { readOrder } from "@/db/queries/orders";
import { insertEvent, listening } from "@/db/queries/webhooks";
import { chargedOf, appliedOffer } from "../orders/applied-offer";
import { channelOf } from "../orders/rate-order";
import type { Revision } from "../services/live-setup";

/** Which change of an order is which event; other changes are told to nobody. */
const orderEvents: Readonly<Record<string, EventType>> = {
  "charge-applied": "order.charged",
  "charge-applied-by-hand": "order.charged",
  "order-confirmed": "order.confirmed",
  "order-handed-over": "order.handed-over",
  "order-handed-over-in-part": "order.handed-over",
  "order-credited": "order.credited",
  "order-cancelled": "order.cancelled",
};

/** What was done to an order. */
export interface OrderDone {
  readonly number: string;
  readonly what: string;
  /** What belongs to this event alone: the dispatch, the credit, the reason. */
  readonly more: object;
}

/**
 * Writes down, in the transaction that does it, that something was done to an order, where somebody listens for it. It tells
 * where the order stands and what it is charged: nothing of the customer, and nothing of what it costs.
 */
export async function tellOfOrder(
  tx: Database,
  live: Revision,
  { number, what, more }: OrderDone,
  now: Date,
): Promise<void> {
  const type = orderEvents[what];
  if (type === undefined) return;
  const to = await listening(tx, type);
  if (to.length === 0) return;
  const [counted] = await tx
    .update(orders)
    .set({ events: sql`${orders.events} + 1` })
    .where(eq(orders.number, number))
    .returning({ events: orders.events });
  const stored = await readOrder(tx, number);
  if (!counted || !stored) return;
  const { order, charge } = stored;
  const includesTax = channelOf(live, order.channel)?.pricesIncludeTax === true;
  const charged = charge && chargedOf(charge, includesTax);
  const data = {
    number,
    version: order.version,
    state: order.state,
    channel: order.channel,
    ...(charge && charged
      ? {
          charge: {
            offer: appliedOffer(charge).offer,
            currency: charge.currency,
            net: charged.net,
            tax: charged.tax,
            gross: charged.gross,
          },
        }
      : {}),
    ...more,
  };
  const subject = `orders/${number}`;
  await insertEvent(
    tx,
    { id: randomUUID(), type, subject, number: counted.events, at: now.toISOString(), data },
    to,
  );
}
