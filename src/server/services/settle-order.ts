import "server-only";
import type { Database, PooledDatabase } from "@/db/connect";
import { readItems } from "@/db/queries/items";
import { readOrder, settleState } from "@/db/queries/orders";
import { appliedTo } from "./applied-offer";
import type { Revision } from "./live-setup";
import { basisOf, orderRequest } from "./order-request";
import { openState } from "./order-state";
import { rateWith } from "./rate";
import { currentSuspensions } from "./suspensions";

/** Works out anew where an order that is not done stands, by what is live; whether that is somewhere else. */
export async function settleOrder(
  db: Database | PooledDatabase,
  number: string,
  live: Revision,
  now: Date,
): Promise<boolean> {
  const stored = await readOrder(db, number);
  if (!stored || stored.order.state === "done") return false;
  const request = orderRequest(stored);
  const items = await readItems(
    db,
    stored.lines.map((line) => line.sku),
  );
  const suspensions = await currentSuspensions(db);
  const rated = rateWith(live.compiled, request, items, now, { suspensions });
  const state = openState(appliedTo(stored.charge), basisOf(request), rated.ok ? rated.value : undefined);
  return state !== stored.order.state && settleState(db, stored.order, state);
}
