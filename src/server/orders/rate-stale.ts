import "server-only";
import type { PooledDatabase } from "@/db/connect";
import { staleOrders } from "@/db/queries/orders";
import { liveSetup } from "../services/live-setup";
import { settleOrder } from "./settle-order";

const AT_ONCE = 200;

/**
 * Works out where orders stand that came in, or hold something that has changed; gives how many. Several may do it at the same
 * time: whoever is second finds the order settled.
 */
export async function rateStale(db: PooledDatabase, now: Date, signal?: AbortSignal): Promise<number> {
  const live = await liveSetup(db);
  if (!live) return 0;
  const numbers = await staleOrders(db, AT_ONCE);
  for (const number of numbers) {
    if (signal?.aborted) break;
    await settleOrder(db, number, live, now);
  }
  return numbers.length;
}
