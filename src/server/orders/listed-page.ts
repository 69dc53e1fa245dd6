import "server-only";
import type { PooledDatabase } from "@/db/connect";
import { listOrders, type ListedOrder } from "@/db/queries/order-list";
import { cursorText, readCursor } from "./list-cursor";
import { filterOf, type QueueAsked } from "./order-queue";

const PAGE = 100;

/** A page of orders for a program: without a queue all of them; `undefined` where the cursor can't be read. */
export async function listedPage(
  db: PooledDatabase,
  { cursor, ...asked }: QueueAsked & { readonly cursor?: string | undefined },
) {
  const after = cursor === undefined ? undefined : readCursor(cursor);
  if (cursor !== undefined && !after) return undefined;
  const { states, ...filter } = filterOf(asked);
  const own = asked.queue === undefined ? filter : { ...filter, ...(states ? { states } : {}) };
  const rows = await listOrders(db, own, PAGE, { by: "placed", descending: true }, after);
  const last = rows.length === PAGE ? rows[rows.length - 1] : undefined;
  return {
    data: rows.map(toldRow),
    ...(last ? { next: cursorText({ value: last.placedAt, number: last.number }) } : {}),
  };
}

function toldRow({ placedAt, customerName, city, country, goods, chargeNet, ...row }: ListedOrder) {
  const { number, version, state, look, channel, offer, services, origins } = row;
  return {
    number,
    version,
    state,
    look,
    channel,
    placedAt: new Date(placedAt).toISOString(),
    customer: customerName,
    city,
    country,
    goods: goods === null ? null : Number(goods).toFixed(2),
    ...(offer === null ? {} : { offer, chargeNet, services, origins }),
  };
}
