"use server";

import { randomUUID } from "node:crypto";
import { refresh } from "next/cache";
import { z } from "zod";
import type { Answer } from "@/messages/answer";
import { act, type Call } from "@/server/act";
import { manyOrders } from "@/server/jobs/charge-orders";
import { done, failed, type Result } from "@/server/result";
import { startJob } from "@/server/services/jobs";
import { findItems } from "@/server/services/find-items";
import { eraseCustomer as erase } from "@/server/services/personal-data";
import { applyOffer } from "@/server/orders/charge-order";
import { agreeAmount, refuseAmount } from "@/server/orders/agree-amount";
import { creditOrder } from "@/server/orders/credit-order";
import type { OrderCommand } from "@/server/orders/change-order";
import { cancelOrder, confirmOrder, reopenOrder } from "@/server/orders/close-order";
import { rewriteOrder, setAddress, setQuantity } from "@/server/orders/edit-order";
import { shipmentChoice } from "@/core/orders/by-shipment";
import { creditSchema } from "@/core/orders/credit";
import { furtherLine } from "@/core/orders/hand-charge";
import { nonNegative } from "@/core/setup/primitives";
import { ublOf } from "@/server/orders/ubl-document";
import { deskStamp } from "@/server/orders/order-queue";
import { viewSplit, type SplitView } from "@/server/orders/split-order";
import { detailMarks, detailsAfter, detailTexts, type DetailChange } from "./details-after";
import { linesAfter } from "./lines-after";

const reason = z.string().trim().min(1).max(300);
const target = z.strictObject({ number: z.string().min(1).max(60), version: z.int().min(1) });
export type OrderTarget = z.infer<typeof target>;

/** The version that a change led to. */
export interface Changed {
  readonly version: number;
}

/** Does something to an order, and has the desk shown anew. */
async function changeOrder<T>(
  order: OrderTarget,
  input: unknown,
  schema: z.ZodType<T>,
  run: (db: Call["db"], command: OrderCommand, value: T) => Promise<Result<Changed>>,
  permission: "edit-orders" | "reopen-orders" | "agree-amounts" = "edit-orders",
): Promise<Answer<Changed>> {
  const answer = await act(
    { order, input },
    {
      permission,
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
): Promise<Answer<Changed>> {
  return changeOrder(order, input, quantitySchema, (db, command, { position, quantity }) =>
    setQuantity(db, command, position, quantity),
  );
}

const addressSchema = z.strictObject({
  street: z.string().max(400).exactOptional(),
  city: z.string().max(200).exactOptional(),
  postcode: z.string().max(20).exactOptional(),
  country: z.string().max(2).exactOptional(),
});

/** Changes a part of the address; its lines are told as one, parted by commas. */
export async function changeAddress(
  order: OrderTarget,
  input: z.infer<typeof addressSchema>,
): Promise<Answer<Changed>> {
  return changeOrder(order, input, addressSchema, (db, command, { street, ...rest }) =>
    setAddress(db, command, street === undefined ? rest : { ...rest, lines: linesOf(street) }),
  );
}

function linesOf(street: string): string[] {
  return street
    .split(",")
    .map((line) => line.trim())
    .filter((line) => line !== "");
}

const detailSchema = z.union([
  z.strictObject({ field: z.enum(detailTexts), text: z.string().max(2000) }),
  z.strictObject({ field: z.enum(detailMarks), on: z.boolean() }),
]);

/** Changes one of the things an order says besides its lines and its address. */
export async function changeDetail(order: OrderTarget, input: DetailChange): Promise<Answer<Changed>> {
  return changeOrder(order, input, detailSchema, (db, command, change) =>
    rewriteOrder(db, command, (before) => detailsAfter(before, change)),
  );
}

const place = z.strictObject({ origin: z.string().max(40), quantity: z.int().min(1) });
const lineSchema = z.discriminatedUnion("do", [
  z.strictObject({
    do: z.literal("add"),
    sku: z.string().min(1).max(100),
    quantity: z.int().min(1).max(1e9),
  }),
  z.strictObject({ do: z.literal("remove"), position: z.int().min(0) }),
  /** Pins pieces of a line to origins; none takes the pins off. */
  z.strictObject({ do: z.literal("pin"), position: z.int().min(0), origins: z.array(place).max(100) }),
]);
export type LineChange = z.infer<typeof lineSchema>;

/** Adds a line, takes one out, or pins its pieces to where they are to leave from. */
export async function changeLines(order: OrderTarget, input: LineChange): Promise<Answer<Changed>> {
  return changeOrder(order, input, lineSchema, (db, command, change) =>
    rewriteOrder(db, command, (before) => {
      const lines = linesAfter(before.lines, change);
      return lines && { ...before, lines };
    }),
  );
}

const handSchema = z.strictObject({
  offer: z.string().max(1000),
  byHand: z
    .strictObject({
      amount: z
        .strictObject({
          net: nonNegative.exactOptional(),
          gross: nonNegative.exactOptional(),
          reason: z.string().trim().min(1).max(300),
        })
        .exactOptional(),
      lines: z.array(furtherLine).max(20).exactOptional(),
      isWish: z.boolean().exactOptional(),
      shipments: z.array(shipmentChoice).min(1).max(100).exactOptional(),
    })
    .exactOptional(),
});

/** Applies an offer's charge, or applies it anew; with another amount or further charges where somebody sets them. */
export async function applyCharge(
  order: OrderTarget,
  input: z.input<typeof handSchema>,
): Promise<Answer<Changed>> {
  return changeOrder(order, input, handSchema, (db, command, { offer, byHand }) =>
    applyOffer(db, command, offer, byHand),
  );
}

/** Agrees to the amount somebody asks for, as a second person. */
export async function agree(order: OrderTarget): Promise<Answer<Changed>> {
  return changeOrder(order, null, z.null(), agreeAmount, "agree-amounts");
}

/** Refuses the amount somebody asks for. */
export async function refuse(order: OrderTarget, why: string): Promise<Answer<Changed>> {
  return changeOrder(order, why, reason, refuseAmount, "agree-amounts");
}

/** Takes back what one has asked for; whoever may charge orders may. */
export async function takeBackAsked(order: OrderTarget): Promise<Answer<Changed>> {
  return changeOrder(order, null, z.null(), (db, command) => refuseAmount(db, command, "withdrawn"));
}

/** An order as a UBL 2.1 document: the order as it stands, or the answer to it. */
export async function ublDocument(input: {
  readonly number: string;
  readonly kind: "order" | "response";
}): Promise<Answer<{ xml: string }>> {
  return act(input, {
    permission: "look",
    schema: z.strictObject({ number: z.string().min(1).max(60), kind: z.enum(["order", "response"]) }),
    run: async ({ number, kind }, { db }) => {
      const xml = await ublOf(db, number, kind);
      return xml === undefined ? failed("not-found") : done({ xml });
    },
  });
}

const splitSchema = z.strictObject({
  number: z.string().min(1).max(60),
  offer: z.string().max(1000),
  chosen: z.array(z.string().max(40).nullable()).max(100).exactOptional(),
});

/** One offer for the whole order held against one for each of its shipments. */
export async function holdSplit(input: z.infer<typeof splitSchema>): Promise<Answer<SplitView>> {
  return act(input, {
    permission: "look",
    schema: splitSchema,
    run: ({ number, ...asked }, { db, now }) => viewSplit(db, number, asked, now),
  });
}

/** Confirms the order, which locks it. */
export async function confirm(order: OrderTarget): Promise<Answer<Changed>> {
  return changeOrder(order, null, z.null(), confirmOrder);
}

/** Unlocks an order that was confirmed or cancelled. */
export async function reopen(order: OrderTarget, why: string): Promise<Answer<Changed>> {
  return changeOrder(order, why, reason, reopenOrder, "reopen-orders");
}

/** Takes an order off the desk. */
export async function cancel(order: OrderTarget, why: string): Promise<Answer<Changed>> {
  return changeOrder(order, why, reason, cancelOrder);
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

/** What changes when anything has moved on the desk. */
export async function askDeskStamp(): Promise<Answer<string>> {
  return act(null, {
    permission: "look",
    schema: z.null(),
    run: async (_, { db }) => done(await deskStamp(db)),
  });
}

/** Items whose number or name holds a text. */
export async function findGoods(text: string): Promise<Answer<{ sku: string; name: string }[]>> {
  return act(text, {
    permission: "look",
    schema: z.string().max(100),
    run: async (asked, { db }) => done(await findItems(db, asked)),
  });
}

const startSchema = z.strictObject({
  kind: z.enum(["charge-orders", "confirm-orders"]),
  numbers: manyOrders.shape.numbers,
});

/** Has many orders charged, or those confirmed that are ready and have nothing odd about them; gives the work's id. */
export async function startMany(input: z.infer<typeof startSchema>): Promise<Answer<{ id: string }>> {
  return act(input, {
    permission: "edit-orders",
    schema: startSchema,
    run: async ({ kind, numbers }, { db, by }) => {
      const data = { numbers, batch: randomUUID() };
      return done({ id: await startJob(db, { kind, queue: "long", data }, by) });
    },
  });
}

/** Gives something of an order back. */
export async function giveBack(
  order: OrderTarget,
  input: z.input<typeof creditSchema>,
): Promise<Answer<Changed>> {
  return changeOrder(order, input, creditSchema, creditOrder);
}
