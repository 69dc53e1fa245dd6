"use server";

import { refresh } from "next/cache";
import { z } from "zod";
import { orderSchema } from "@/core/orders/order";
import type { Answer } from "@/messages/answer";
import { act } from "@/server/act";
import { applyOffer } from "@/server/orders/charge-order";
import { receiveOrder } from "@/server/orders/receive-orders";
import { settleOrder } from "@/server/orders/settle-order";
import { tryOrder, type TriedOrder } from "@/server/orders/try-order";
import { done, failed } from "@/server/result";
import { liveSetup } from "@/server/services/live-setup";

/** Rates what is written so far; what can't be read yet is told by its place. */
export async function tryWritten(input: unknown): Promise<Answer<TriedOrder>> {
  return act(input, {
    permission: "edit-orders",
    schema: z.unknown(),
    run: (order, { db, now }) => tryOrder(db, order, now),
  });
}

const newSchema = z.strictObject({ order: orderSchema, offer: z.string().max(40).exactOptional() });

/** Stores an order that was written by hand, with an offer applied where one was taken. */
export async function storeOrder(input: z.input<typeof newSchema>): Promise<Answer<{ number: string }>> {
  const answer = await act(input, {
    permission: "edit-orders",
    schema: newSchema,
    run: async ({ order, offer }, { db, by }) => {
      const received = await receiveOrder(db, order, by);
      if (!received.ok) return received;
      const fate = received.value;
      if (fate.fate === "refused") return failed("invalid", fate.problems);
      if (fate.fate === "other") return failed("number-taken");
      const { number } = fate;
      const live = await liveSetup(db);
      if (live) await settleOrder(db, number, live, by.now);
      if (offer !== undefined) {
        const applied = await applyOffer(db, { number, by }, offer);
        // the order is there; what could not be applied is seen on its page
        if (!applied.ok && applied.code !== "not-found") return applied;
      }
      return done({ number });
    },
  });
  // what stands around the page counts orders: the way in ends with the first charge
  if (answer.ok) refresh();
  return answer;
}
