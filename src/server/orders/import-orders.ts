import "server-only";
import { and, eq, inArray, isNull } from "drizzle-orm";
import { isOpen } from "@/core/orders/order-state";
import type { Order } from "@/core/orders/order";
import type { Problem } from "@/core/setup/problem";
import type { Database, PooledDatabase } from "@/db/connect";
import { noteAll, type By } from "@/db/queries/activity";
import { readOrders } from "@/db/queries/orders";
import { orders } from "@/db/schema";
import { inTransaction } from "../in-transaction";
import { done, failed, type Failure, type Result } from "../result";
import { liveSetup, type Revision } from "../services/live-setup";
import { changeOrderIn } from "./change-order";
import { rewriteIn } from "./edit-order";
import { contentOf, orderOf } from "./order-document";
import { pricedAll } from "./priced-lines";
import { receiveIn } from "./receive-orders";

/** What an order of a file would come to. */
export type ImportFate =
  | { readonly fate: "new" | "same" | "changed"; readonly number: string | undefined }
  | {
      readonly fate: "refused";
      readonly number: string | undefined;
      readonly why: "locked" | "twice" | "problems";
      readonly problems: readonly Problem[];
    };

/** What would become of orders of a file, each in its turn; nothing is stored. */
export async function planImport(
  db: PooledDatabase,
  list: readonly Order[],
  now: Date,
): Promise<Result<readonly ImportFate[]>> {
  const live = await liveSetup(db);
  return live ? done(await fatesOf(db, live, list, now)) : failed("unavailable");
}

async function fatesOf(
  db: Database,
  live: Revision,
  list: readonly Order[],
  now: Date,
): Promise<ImportFate[]> {
  const read = await pricedAll(db, live, list, now);
  const numbers = list.flatMap(({ number }) => number ?? []);
  const known = new Map((await readOrders(db, numbers)).map((stored) => [stored.order.number, stored]));
  const seen = new Set<string>();
  return list.map((order, at): ImportFate => {
    const { number } = order;
    const whole = read[at];
    if (!whole?.ok) return { fate: "refused", number, why: "problems", problems: whole?.problems ?? [] };
    if (number === undefined) return { fate: "new", number };
    if (seen.has(number)) return { fate: "refused", number, why: "twice", problems: [] };
    seen.add(number);
    const before = known.get(number);
    if (!before) return { fate: "new", number };
    if (before.order.received === contentOf(order) || isSame(orderOf(before), whole.value))
      return { fate: "same", number };
    return isOpen(before.order.state)
      ? { fate: "changed", number }
      : { fate: "refused", number, why: "locked", problems: [] };
  });
}

/** Whether an order is as it is stored; a file need not say when it was placed. */
function isSame(before: Order, now: Order): boolean {
  return contentOf(before) === contentOf({ ...now, placedAt: now.placedAt ?? before.placedAt ?? "" });
}

/**
 * Imports orders: the new ones are received, those that are there and open become what the file says; all of them or none.
 * Those that are refused stay out. Fails with `conflict` when not as many are refused as were shown.
 */
export async function importOrders(
  db: PooledDatabase,
  list: readonly Order[],
  { refused, by }: { readonly refused: number; readonly by: By },
): Promise<Result<{ readonly received: readonly string[]; readonly changed: number }>> {
  const live = await liveSetup(db);
  if (!live) return failed("unavailable");
  return inTransaction(db, async (tx) => {
    const fates = await fatesOf(tx, live, list, by.now);
    if (fates.filter(({ fate }) => fate === "refused").length !== refused) return failed("conflict");
    const of = (wanted: ImportFate["fate"]) => list.filter((_, at) => fates[at]?.fate === wanted);
    const received = await receiveIn(tx, live, of("new"), by);
    let failure: Failure | undefined;
    const changed = of("changed");
    for (const { number = "", ...order } of changed) {
      const result = await changeOrderIn(tx, live, { number, by }, (_, situation) =>
        rewriteIn(tx, situation, (before) => ({ ...before, ...missing, ...order, number }), by.now),
      );
      if (!result.ok) failure ??= result;
    }
    if (failure) return failure;
    return done({
      received: received.flatMap((fate) => (fate.fate === "new" ? [fate.number] : [])),
      changed: changed.length,
    });
  });
}

/** Parts a file takes away by not saying them. */
const missing = { coupon: null, note: null, wish: null, cashOnDelivery: null, signature: null } as const;

/** Takes back orders that came from a file and that nobody has touched since; gives how many. */
export function takeImportBack(
  db: PooledDatabase,
  numbers: readonly string[],
  by: By,
): Promise<Result<{ orders: number }>> {
  return inTransaction(db, async (tx) => {
    const gone = await tx
      .delete(orders)
      .where(and(inArray(orders.number, [...numbers]), eq(orders.version, 1), isNull(orders.charge)))
      .returning({ number: orders.number });
    await noteAll(
      tx,
      by,
      gone.map(({ number }) => ({ what: "order-import-taken-back", subject: `orders/${number}` })),
    );
    return done({ orders: gone.length });
  });
}
