import "server-only";
import type { PooledDatabase } from "@/db/connect";
import { staleOrders } from "@/db/queries/orders";
import { followStock } from "./follow-stock";
import { liveSetup } from "../services/live-setup";
import { settleOrders } from "./settle-order";

const MOST = 200;
const AT_ONCE = 50;

/**
 * Works out where orders stand that came in, or hold something that has changed; gives how many. Several may do it at the same
 * time: whoever is second finds the order settled.
 */
export async function rateStale(db: PooledDatabase, now: Date, signal?: AbortSignal): Promise<number> {
  const live = await liveSetup(db);
  if (!live) return 0;
  await followStock(db, now);
  const numbers = await staleOrders(db, MOST);
  for (let at = 0; at < numbers.length && !signal?.aborted; at += AT_ONCE)
    await settleOrders(db, numbers.slice(at, at + AT_ONCE), live, now);
  return numbers.length;
}
