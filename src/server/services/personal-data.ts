import "server-only";
import { and, eq, inArray, lt, ne, notInArray, sql, type SQL } from "drizzle-orm";
import { openStates } from "@/core/orders/order-state";
import { note, type By } from "@/db/queries/activity";
import type { Database, PooledDatabase } from "@/db/connect";
import { orders, personalDataRules } from "@/db/schema";
import { inTransaction } from "../in-transaction";
import { customerHasOpenOrders, done, failed, type Result } from "../result";

/** What stands where a customer's name stood. */
export const ERASED = "Erased customer";

/** How many whole months after an order was placed its customer's name and street are kept; `undefined`: for good. */
export async function readKeepMonths(db: Database): Promise<number | undefined> {
  const [row] = await db.select().from(personalDataRules);
  return row?.keepMonths ?? undefined;
}

/** Sets how long names and streets of done orders are kept, from 1 to 240 months; `undefined` keeps them for good. */
export function setKeepMonths(
  db: PooledDatabase,
  months: number | undefined,
  by: By,
): Promise<Result<undefined>> {
  return inTransaction(db, async (tx) => {
    const before = await readKeepMonths(tx);
    const keepMonths = months ?? null;
    await tx
      .insert(personalDataRules)
      .values({ id: 1, keepMonths })
      .onConflictDoUpdate({ target: personalDataRules.id, set: { keepMonths } });
    await note(tx, by, {
      what: "retention-set",
      subject: "orders",
      from: { value: before ?? "for good" },
      to: { value: months ?? "for good" },
    });
    return done(undefined);
  });
}

/**
 * Erases an order's customer: the name and the street of all their done orders (the same name at the same street, postcode
 * and country), and the old and new values in what the record of activity has about them. What was charged stays, and so do
 * place, postcode and country, which it was rated by. Refused (`customer-has-open-orders`) while they wait for a delivery.
 */
export function eraseCustomer(
  db: PooledDatabase,
  number: string,
  by: By,
): Promise<Result<{ orders: number }>> {
  return inTransaction(db, async (tx) => {
    const [order] = await tx.select().from(orders).where(eq(orders.number, number));
    if (!order || order.customerName === ERASED) return failed("not-found");
    const theirs = and(
      eq(orders.customerName, order.customerName),
      eq(orders.street, order.street),
      eq(orders.postcode, order.postcode),
      eq(orders.country, order.country),
    );
    const open = await tx
      .select({ number: orders.number })
      .from(orders)
      .where(and(theirs, inArray(orders.state, [...openStates])));
    if (open.length > 0) return customerHasOpenOrders(open.length);
    const erased = await forget(tx, theirs);
    await note(tx, by, {
      what: "customer-erased",
      subject: `orders/${number}`,
      to: { value: erased },
    });
    return done({ orders: erased });
  });
}

/** Does what the rule of keeping says: forgets the customers of done orders that are older. Gives how many orders. */
export function forgetOld(db: PooledDatabase, now: Date): Promise<Result<{ orders: number }>> {
  return inTransaction(db, async (tx) => {
    const months = await readKeepMonths(tx);
    if (months === undefined) return done({ orders: 0 });
    const before = sql`${now.toISOString()}::timestamptz - make_interval(months => ${months})`;
    const old = and(
      notInArray(orders.state, [...openStates]),
      lt(orders.placedAt, before),
      ne(orders.customerName, ERASED),
    );
    return done({ orders: await forget(tx, old) });
  });
}

async function forget(tx: Database, which: SQL | undefined): Promise<number> {
  const erased = await tx
    .update(orders)
    .set({
      customerName: ERASED,
      customerReference: null,
      customerTaxId: null,
      recipient: null,
      street: "",
      phone: null,
      email: null,
      billTo: null,
      note: null,
      // number, place and items are still found
      words: sql`lower(concat_ws(' ', ${orders.number}, ${orders.city}, ${orders.postcode},
        (select string_agg(l.sku, ' ') from order_lines l where l.order_number = ${orders.number})))`,
      version: sql`${orders.version} + 1`,
    })
    .where(which)
    .returning({ number: orders.number });
  for (const { number } of erased) await tx.execute(sql`select forget_in_activity(${`orders/${number}`})`);
  return erased.length;
}
