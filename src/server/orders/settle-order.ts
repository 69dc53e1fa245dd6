import "server-only";
import { isOpen } from "@/core/orders/order-state";
import type { Database } from "@/db/connect";
import { readOrder, settleState, type StoredOrder } from "@/db/queries/orders";
import type { Revision } from "../services/live-setup";
import { readMany } from "./rate-many";
import { factsOf, rateOrder, type Facts } from "./rate-order";

/**
 * Works out anew where an order that is open stands, by what is live; whether that is somewhere else. Nobody's open page of it
 * conflicts: the version stays.
 */
export async function settleOrder(db: Database, number: string, live: Revision, now: Date): Promise<boolean> {
  const stored = await readOrder(db, number);
  return stored ? settle(db, stored, await factsOf(db, stored, live), live, now) : false;
}

/** The same for many, read at once; gives how many stand somewhere else. */
export async function settleOrders(
  db: Database,
  numbers: readonly string[],
  live: Revision,
  now: Date,
): Promise<number> {
  const many = await readMany(db, numbers, live);
  let moved = 0;
  for (const stored of many.stored) if (await settle(db, stored, many.factsOf(stored), live, now)) moved++;
  return moved;
}

async function settle(
  db: Database,
  stored: StoredOrder,
  facts: Facts,
  live: Revision,
  now: Date,
): Promise<boolean> {
  if (!isOpen(stored.order.state)) return false;
  const { stand } = rateOrder(stored, live, facts, now);
  const { state, look, staleAt } = stored.order;
  const isSame = stand.state === state && JSON.stringify(look) === JSON.stringify(stand.look);
  if (isSame && staleAt === null) return false;
  return (await settleState(db, stored.order, stand)) && !isSame;
}
