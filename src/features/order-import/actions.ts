"use server";

import { refresh } from "next/cache";
import { z } from "zod";
import { orderSchema } from "@/core/orders/order";
import type { Answer } from "@/messages/answer";
import { act } from "@/server/act";
import { importOrders, planImport, takeImportBack, type ImportFate } from "@/server/orders/import-orders";

const list = z.array(orderSchema).max(20_000);
export type OrderInput = z.input<typeof list>[number];

/** What would become of orders of a file. */
export async function planOrders(input: readonly OrderInput[]): Promise<Answer<readonly ImportFate[]>> {
  return act(input, {
    permission: "edit-orders",
    schema: list,
    run: (orders, { db, now }) => planImport(db, orders, now),
  });
}

const importSchema = z.strictObject({ orders: list, refused: z.int().min(0) });

/** Imports orders; `refused` is how many were shown to be refused. */
export async function storeOrders(
  input: z.input<typeof importSchema>,
): Promise<Answer<{ readonly received: readonly string[]; readonly changed: number }>> {
  const answer = await act(input, {
    permission: "edit-orders",
    schema: importSchema,
    run: ({ orders, refused }, { db, by }) => importOrders(db, orders, { refused, by }),
  });
  refresh();
  return answer;
}

/** Takes back what was imported, as far as nobody has touched it. */
export async function undoImport(numbers: readonly string[]): Promise<Answer<{ orders: number }>> {
  const answer = await act(numbers, {
    permission: "edit-orders",
    schema: z.array(z.string().max(60)).max(20_000),
    run: (known, { db, by }) => takeImportBack(db, known, by),
  });
  refresh();
  return answer;
}
