import "server-only";
import type { Order } from "@/core/orders/order";
import type { Problem } from "@/core/setup/problem";
import type { Database, PooledDatabase } from "@/db/connect";
import { noteAll, type By } from "@/db/queries/activity";
import { insertOrders, knownOrders, lockNumbers, newNumbers } from "@/db/queries/orders";
import { inTransaction } from "../in-transaction";
import { done, failed, type Result } from "../result";
import { liveSetup, type Revision } from "../services/live-setup";
import { contentOf, rowsOf } from "./order-document";
import { pricedAll } from "./priced-lines";

/** What becomes of an order that comes in. */
export type Fate =
  | { readonly fate: "new" | "same"; readonly number: string; readonly version: number }
  /** An order of that number is there, and holds something else. */
  | { readonly fate: "other"; readonly number: string }
  | { readonly fate: "refused"; readonly number: string | undefined; readonly problems: readonly Problem[] };

/** Stores an order that came in; it is rated by whoever works through what is new. Nothing of it is stored when it is refused. */
export async function receiveOrder(db: PooledDatabase, order: Order, by: By): Promise<Result<Fate>> {
  const all = await receiveOrders(db, [order], by);
  const [fate] = all.ok ? all.value : [];
  return fate ? done(fate) : all.ok ? failed("unavailable") : all;
}

/**
 * Stores orders that came in together, each by itself: what is refused keeps no other out. The same order sent again is the
 * same, compared with what was first received; of two in one list with one number the second is held against the first.
 */
export async function receiveOrders(
  db: PooledDatabase,
  list: readonly Order[],
  by: By,
): Promise<Result<readonly Fate[]>> {
  const live = await liveSetup(db);
  if (!live) return failed("unavailable");
  return inTransaction(db, async (tx) => done(await receiveIn(tx, live, list, by)));
}

/** The same as part of a transaction. */
export async function receiveIn(
  tx: Database,
  live: Revision,
  list: readonly Order[],
  by: By,
): Promise<readonly Fate[]> {
  const read = await pricedAll(tx, live, list, by.now);
  const numbers = await numbersOf(tx, list);
  // who sends the same order at the same moment waits, and finds it there
  await lockNumbers(tx, numbers);
  const known = new Map(
    [...(await knownOrders(tx, numbers))].map(([number, { version, received }]) => [
      number,
      { version, received },
    ]),
  );
  const receivedAt = by.now.toISOString();
  const rows: ReturnType<typeof rowsOf>[] = [];
  const fates = list.map((order, at): Fate => {
    const number = numbers[at] ?? "";
    const before = known.get(number);
    if (before)
      return before.received === contentOf(order)
        ? { fate: "same", number, version: before.version }
        : { fate: "other", number };
    const whole = read[at];
    if (!whole?.ok) return { fate: "refused", number: order.number, problems: whole?.problems ?? [] };
    const filed = { number, placedAt: order.placedAt ?? receivedAt, receivedAt, state: "received" };
    const made = rowsOf(whole.value, filed);
    // what was sent is what the same order is known by, not what was filled in
    const received = contentOf(order);
    rows.push({ ...made, order: { ...made.order, received } });
    known.set(number, { version: 1, received });
    return { fate: "new", number, version: 1 };
  });
  await insertOrders(tx, rows);
  await noteAll(
    tx,
    by,
    rows.map(({ order: { number, channel } }) => ({
      what: "order-received",
      subject: `orders/${number}`,
      to: { value: channel },
    })),
  );
  return fates;
}

/** The numbers of orders, their own or new ones. */
async function numbersOf(tx: Database, list: readonly Order[]): Promise<readonly string[]> {
  const fresh = await newNumbers(tx, list.filter(({ number }) => number === undefined).length);
  let next = 0;
  return list.map(({ number }) => number ?? fresh[next++] ?? "");
}
