import "server-only";
import type { PooledDatabase } from "@/db/connect";
import { countByState, listOrders } from "@/db/queries/orders";
import { liveSetup } from "./live-setup";
import { isOrderState, orderStates } from "./order-state";

export interface QueueEntry {
  readonly number: string;
  readonly state: string;
  readonly customerName: string;
  readonly place: string;
  readonly goods: string;
  readonly currency: string;
}

/** Orders a list shows; the others are found by searching. */
export const MOST_LISTED = 200;

/** A queue's orders, or all that a search finds; and the counts of all queues. */
export async function orderQueue(db: PooledDatabase, state: string | undefined, search: string | undefined) {
  const words = search?.trim().slice(0, 100);
  const filter = {
    ...(state !== undefined && isOrderState(state) ? { state } : {}),
    ...(words ? { search: words } : {}),
    // who looks at no queue has work to do; what is done is in its own, and found by searching
    open: state === undefined && !words,
  };
  const [rows, counts, current] = await Promise.all([
    listOrders(db, filter, MOST_LISTED),
    countByState(db),
    liveSetup(db),
  ]);
  const currencies = new Map(current?.setup.channels.map((channel) => [channel.code, channel.currency]));
  const entries = rows.map(
    (row): QueueEntry => ({
      number: row.number,
      state: row.state,
      customerName: row.customerName,
      place: `${row.city} ${row.country}`,
      goods: row.goods,
      currency: currencies.get(row.channel) ?? "",
    }),
  );
  return { entries, counts: orderStates.map((name) => ({ state: name, count: counts[name] ?? 0 })) };
}
