"use server";

import { refresh } from "next/cache";
import { z } from "zod";
import type { Answer } from "@/messages/answer";
import { act, type Call } from "@/server/act";
import type { Result } from "@/server/result";
import { eraseCustomer as erase } from "@/server/services/personal-data";
import {
  applyOffer,
  confirmOrder,
  setAddress,
  setQuantity,
  type OrderCommand,
} from "@/server/services/orders";

const target = z.strictObject({ number: z.string().min(1).max(60), version: z.int().min(1) });
export type OrderTarget = z.infer<typeof target>;

/** Does something to an order, and has the desk shown anew. */
async function changeOrder<T>(
  order: OrderTarget,
  input: unknown,
  schema: z.ZodType<T>,
  run: (db: Call["db"], command: OrderCommand, value: T) => Promise<Result<unknown>>,
): Promise<Answer<unknown>> {
  const answer = await act(
    { order, input },
    {
      permission: "edit-orders",
      schema: z.strictObject({ order: target, input: schema }),
      run: (asked, { db, by }) => run(db, { ...asked.order, by }, asked.input as T),
    },
  );
  refresh();
  return answer;
}

const quantitySchema = z.strictObject({ position: z.int().min(0), quantity: z.number() });

/** Sets the pieces of a line. */
export async function changeQuantity(
  order: OrderTarget,
  input: z.infer<typeof quantitySchema>,
): Promise<Answer<unknown>> {
  return changeOrder(order, input, quantitySchema, (db, command, { position, quantity }) =>
    setQuantity(db, command, position, quantity),
  );
}

const addressSchema = z.strictObject({
  street: z.string().max(200).exactOptional(),
  city: z.string().max(200).exactOptional(),
  postcode: z.string().max(20).exactOptional(),
  country: z.string().max(2).exactOptional(),
});

/** Changes a part of the address. */
export async function changeAddress(
  order: OrderTarget,
  input: z.infer<typeof addressSchema>,
): Promise<Answer<unknown>> {
  return changeOrder(order, input, addressSchema, setAddress);
}

/** Applies an offer's charge, or applies it anew. */
export async function applyCharge(order: OrderTarget, offer: string): Promise<Answer<unknown>> {
  return changeOrder(order, offer, z.string().max(40), applyOffer);
}

/** Confirms the order, which locks it. */
export async function confirm(order: OrderTarget): Promise<Answer<unknown>> {
  return changeOrder(order, null, z.null(), confirmOrder);
}

/** Erases the customer of a done order, from all their done orders; the answer is how many. */
export async function eraseCustomer(input: { number: string }): Promise<Answer<{ orders: number }>> {
  const answer = await act(input, {
    permission: "manage-people",
    schema: z.strictObject({ number: z.string().min(1).max(60) }),
    run: ({ number }, { db, by }) => erase(db, number, by),
  });
  refresh();
  return answer;
}
