"use server";

import { refresh } from "next/cache";
import { z } from "zod";
import { problemSentence } from "@/messages/problem-sentence";
import { personWho, type Person } from "@/server/auth/person";
import { now } from "@/server/clock";
import { database } from "@/server/database";
import { log } from "@/server/log";
import type { Result } from "@/server/result";
import {
  applyOffer,
  confirmOrder,
  setAddress,
  setQuantity,
  type OrderCommand,
} from "@/server/services/orders";
import { orderFailure, type OrderAnswer } from "./answer";

const target = z.strictObject({ number: z.string().min(1).max(60), version: z.int().min(1) });
export type OrderTarget = z.infer<typeof target>;

/** Checks who calls and with what, does it, and says in words what went wrong. */
async function run<T>(
  input: OrderTarget,
  schema: z.ZodType<T>,
  rest: unknown,
  act: (command: OrderCommand, value: T) => Promise<Result<unknown>>,
): Promise<OrderAnswer> {
  const person: Person | { code: string } = await personWho("edit-orders");
  if ("code" in person) return { ok: false, text: orderFailure(person.code) };
  const [who, value] = [target.safeParse(input), schema.safeParse(rest)];
  if (!who.success || !value.success) return { ok: false, text: orderFailure("unreadable") };
  try {
    const result = await act({ ...who.data, who: person.name, now: now() }, value.data);
    refresh();
    if (result.ok) return { ok: true };
    const [problem] = result.problems;
    return {
      ok: false,
      text: problem && result.code === "invalid" ? problemSentence(problem) : orderFailure(result.code),
    };
  } catch (error) {
    log().error({ err: error }, "an order's change failed");
    return { ok: false, text: orderFailure("unavailable") };
  }
}

const quantitySchema = z.strictObject({ position: z.int().min(0), quantity: z.number() });

/** Sets the pieces of a line. */
export async function changeQuantity(
  order: OrderTarget,
  input: z.infer<typeof quantitySchema>,
): Promise<OrderAnswer> {
  return run(order, quantitySchema, input, (command, { position, quantity }) =>
    setQuantity(database(), command, position, quantity),
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
): Promise<OrderAnswer> {
  return run(order, addressSchema, input, (command, address) => setAddress(database(), command, address));
}

/** Applies an offer's charge, or applies it anew. */
export async function applyCharge(order: OrderTarget, offer: string): Promise<OrderAnswer> {
  return run(order, z.string().max(40), offer, (command, code) => applyOffer(database(), command, code));
}

/** Confirms the order, which locks it. */
export async function confirm(order: OrderTarget): Promise<OrderAnswer> {
  return run(order, z.null(), null, (command) => confirmOrder(database(), command));
}
