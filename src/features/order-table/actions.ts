"use server";

import { refresh } from "next/cache";
import { z } from "zod";
import type { Order } from "@/core/orders/order";
import type { Answer } from "@/messages/answer";
import { act } from "@/server/act";
import { tableOrders, tableRows, type TableRow } from "@/server/orders/order-table";
import { dropView, keepView } from "@/server/orders/saved-views";
import { done } from "@/server/result";

const text = z.string().max(300).exactOptional();
const asked = z.strictObject({
  queue: text,
  find: text,
  channel: text,
  country: text,
  origin: text,
  service: text,
  offer: text,
  from: text,
  until: text,
  least: text,
  most: text,
  loss: text,
  sort: text,
});
export type Asked = z.infer<typeof asked>;

/** All rows of a table, as they are shown. */
export async function rowsOf(input: Asked): Promise<Answer<readonly TableRow[]>> {
  return act(input, {
    permission: "look",
    schema: asked,
    run: async (query, { db }) => done(await tableRows(db, query)),
  });
}

/** All orders of a table whole, as they can be imported again. */
export async function ordersOf(input: Asked): Promise<Answer<readonly Order[]>> {
  return act(input, {
    permission: "see-activity-details",
    schema: asked,
    run: async (query, { db }) => done(await tableOrders(db, query)),
  });
}

const kept = z.strictObject({ name: z.string().trim().min(1).max(60), query: z.string().max(2000) });

/** Keeps a list under a name, for all who work at the desk. */
export async function keepList(input: z.infer<typeof kept>): Promise<Answer<undefined>> {
  const answer = await act(input, {
    permission: "edit-orders",
    schema: kept,
    words: { name: "Say what the list is called." },
    run: (view, { db, by }) => keepView(db, view, by),
  });
  refresh();
  return answer;
}

export async function dropList(id: string): Promise<Answer<undefined>> {
  const answer = await act(
    { id },
    {
      permission: "edit-orders",
      schema: z.strictObject({ id: z.uuid() }),
      run: (view, { db, by }) => dropView(db, view.id, by),
    },
  );
  refresh();
  return answer;
}
