import "server-only";
import { and, eq, inArray, notInArray, sql } from "drizzle-orm";
import { isOpen, openStates } from "@/core/orders/order-state";
import type { Database, PooledDatabase } from "@/db/connect";
import { noteAll, type By } from "@/db/queries/activity";
import { commit } from "@/db/queries/commitments";
import { readOrders, type StoredOrder } from "@/db/queries/orders";
import { charges, orders } from "@/db/schema";
import { inTransaction } from "../in-transaction";
import { done, failed, type Result } from "../result";
import { channelOf } from "./rate-order";
import { appliedOffer, chargedOf } from "./applied-offer";
import { chargeFields } from "./charge-fields";
import { promised } from "./charge-order";
import { freeItems } from "./free-items";
import { skusOf } from "./order-document";
import { uncharged } from "./close-order";
import { liveSetup, type Revision } from "../services/live-setup";

/**
 * Takes back what was charged to many at once: each order has the charge it had before, where the batch's is still the one that
 * stands. Refused (`batch-confirmed`) as soon as one of them is confirmed: then each is for itself.
 */
export async function undoBatch(
  db: PooledDatabase,
  batch: string,
  by: By,
): Promise<Result<{ orders: number }>> {
  const live = await liveSetup(db);
  if (!live) return failed("unavailable");
  return inTransaction(db, async (tx) => {
    const own = and(eq(charges.batch, batch), eq(charges.id, orders.charge));
    const closed = await tx
      .select({ number: orders.number })
      .from(orders)
      .innerJoin(charges, own)
      .where(notInArray(orders.state, [...openStates]))
      .limit(1);
    if (closed.length > 0) return failed("batch-confirmed");
    const rows = await tx
      .select({ number: orders.number, replaces: charges.replaces })
      .from(orders)
      .innerJoin(charges, own)
      .orderBy(orders.number)
      .for("update", { of: orders });
    for (const row of rows) await restore(tx, live, row, by);
    await noteAll(
      tx,
      by,
      rows.map(({ number }) => ({ what: "charge-taken-back", subject: `orders/${number}` })),
    );
    return done({ orders: rows.length });
  });
}

/** Puts the charge before in place, with what it promised and what lists know of it; where it stands is worked out anew. */
async function restore(
  tx: Database,
  live: Revision,
  { number, replaces }: { readonly number: string; readonly replaces: string | null },
  by: By,
): Promise<void> {
  await tx
    .update(orders)
    .set({
      ...uncharged,
      charge: replaces,
      version: sql`${orders.version} + 1`,
      staleAt: by.now.toISOString(),
    })
    .where(and(eq(orders.number, number), inArray(orders.state, [...openStates])));
  const [stored] = await readOrders(tx, [number]);
  if (!stored || !isOpen(stored.order.state)) return;
  await commit(
    tx,
    number,
    stored.charge ? promised(appliedOffer(stored.charge), await itemsOf(tx, stored)) : [],
  );
  if (!stored.charge) return;
  const includesTax = channelOf(live, stored.order.channel)?.pricesIncludeTax === true;
  await tx
    .update(orders)
    .set({
      state: "out-of-date",
      ...chargeFields(appliedOffer(stored.charge), chargedOf(stored.charge, includesTax)),
    })
    .where(eq(orders.number, number));
}

function itemsOf(tx: Database, stored: StoredOrder) {
  return freeItems(tx, skusOf(stored), stored.order.number);
}

/** How many orders have a batch's charge as it was applied. */
export function standingOf(db: Database, batch: string): Promise<number> {
  return db.$count(
    orders,
    inArray(orders.charge, db.select({ id: charges.id }).from(charges).where(eq(charges.batch, batch))),
  );
}
