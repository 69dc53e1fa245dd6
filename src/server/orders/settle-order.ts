import "server-only";
import { isOpen } from "@/core/orders/order-state";
import type { Database } from "@/db/connect";
import { readOrder, settleState } from "@/db/queries/orders";
import type { Revision } from "../services/live-setup";
import { factsOf, rateOrder } from "./rate-order";

/**
 * Works out anew where an order that is open stands, by what is live; whether that is somewhere else. Nobody's open page of it
 * conflicts: the version stays.
 */
export async function settleOrder(db: Database, number: string, live: Revision, now: Date): Promise<boolean> {
  const stored = await readOrder(db, number);
  if (!stored || !isOpen(stored.order.state)) return false;
  const { stand } = rateOrder(stored, live, await factsOf(db, stored), now);
  const { state, look } = stored.order;
  const isSame = stand.state === state && JSON.stringify(look) === JSON.stringify(stand.look);
  if (isSame && stored.order.staleAt === null) return false;
  return (await settleState(db, stored.order, stand)) && !isSame;
}
