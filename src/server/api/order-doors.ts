import "server-only";
import { z } from "zod";
import { shipmentChoice } from "@/core/orders/by-shipment";
import { creditSchema } from "@/core/orders/credit";
import { dispatchSchema } from "@/core/orders/dispatch";
import { furtherLine } from "@/core/orders/hand-charge";
import { orderSchema } from "@/core/orders/order";
import { looks, orderStates } from "@/core/orders/order-state";
import { code, nonNegative } from "@/core/setup/primitives";
import { database } from "../database";
import type { Result } from "../result";
import { applyOffer } from "../orders/charge-order";
import { cancelOrder, confirmOrder, reopenOrder } from "../orders/close-order";
import type { OrderCommand } from "../orders/change-order";
import { creditOrder } from "../orders/credit-order";
import { editOrder } from "../orders/edit-order";
import { handOver } from "../orders/hand-over";
import { listedPage } from "../orders/listed-page";
import { receiveOrder, receiveOrders, type Fate } from "../orders/receive-orders";
import { settleOrder } from "../orders/settle-order";
import { toldOrder } from "../orders/told-order";
import { liveSetup } from "../services/live-setup";
import { ublFaultSentence } from "@/messages/ubl-fault-sentence";
import { orderFromUbl, ublOf } from "../orders/ubl-document";
import { jsonAnswer, textAnswer, type ApiAnswer } from "./call";
import { door, type DoorCall } from "./door";
import { failureAnswer } from "./failure-answer";
import { once } from "./once";
import { problemAnswer, statusOf, toldProblems } from "./problem";

const etagOf = (version: number) => `"${version}"`;
const placeOf = (number: string) => `/api/v1/orders/${encodeURIComponent(number)}`;
const unknown = () => problemAnswer(404, { detail: "There is no such order." });
const nothing = () => problemAnswer(503, { detail: "No business is set up yet." });

type Call = Pick<DoorCall<unknown, unknown>, "admitted" | "by" | "header" | "params">;

function numberIn({ params }: Pick<Call, "params">): string {
  try {
    return decodeURIComponent(params.number ?? "");
  } catch {
    return params.number ?? "";
  }
}

/** An order as it stands, as an answer. */
async function orderAnswer(
  number: string,
  { admitted }: Pick<Call, "admitted">,
  { status = 200, headers = {} }: { status?: number; headers?: Record<string, string> } = {},
): Promise<ApiAnswer> {
  const db = database();
  const live = await liveSetup(db);
  if (!live) return nothing();
  const told = await toldOrder(db, live, number, { costs: admitted.scopes.includes("costs") });
  return told ? jsonAnswer(told, { status, headers: { etag: etagOf(told.version), ...headers } }) : unknown();
}

/** `POST /orders`: an order comes in. */
export const postOrder = door({
  scope: "orders",
  summary:
    "An order comes in. It is rated within seconds, or before the answer with `rate=now`. The same order sent again is answered with 200; one of that number that holds something else with 409. A UBL 2.1 Order (`application/xml`) is read for the `channel` that is asked for; with `freeGoods=true` items the catalogue does not know become free goods.",
  query: z.strictObject({
    rate: z.literal("now").optional(),
    channel: code.optional(),
    freeGoods: z.literal("true").optional(),
  }),
  body: orderSchema,
  alsoReads: { xml: fromUbl },
  answers: { status: 201, text: "The order; `Location` and `ETag` name it." },
  handle: (call) =>
    once(call, async () => {
      const { body, by, query } = call;
      const db = database();
      const received = await receiveOrder(db, body, by);
      if (!received.ok) return failureAnswer(received);
      const fate = received.value;
      if (fate.fate === "other")
        return problemAnswer(409, { detail: `Order ${fate.number} is there and holds something else.` });
      if (fate.fate === "refused") return problemAnswer(statusOf(fate.problems), { problems: fate.problems });
      const live = query.rate === "now" ? await liveSetup(db) : undefined;
      if (live) await settleOrder(db, fate.number, live, by.now);
      return orderAnswer(fate.number, call, {
        status: fate.fate === "new" ? 201 : 200,
        headers: { location: placeOf(fate.number) },
      });
    }),
});

const MOST_AT_ONCE = 1000;
const MOST_BATCH_BYTES = 12_000_000;

/** `POST /orders/batch`: orders come in together, each by itself. */
export const postOrders = door({
  scope: "orders",
  summary: "Up to 1,000 orders come in together; what is refused keeps no other out.",
  body: z.strictObject({ orders: z.array(orderSchema).min(1).max(MOST_AT_ONCE) }),
  mostBytes: MOST_BATCH_BYTES,
  answers: {
    status: 200,
    text: "`data`: what became of each, in their order: `new`, `same`, `other` (one of that number holds something else) or `refused`, with what is wrong.",
  },
  handle: (call) =>
    once(call, async () => {
      const received = await receiveOrders(database(), call.body.orders, call.by);
      return received.ok ? jsonAnswer({ data: received.value.map(toldFate) }) : failureAnswer(received);
    }),
});

function toldFate(fate: Fate): object {
  if (fate.fate !== "refused") return fate;
  const { number, problems } = fate;
  return {
    fate: "refused",
    ...(number === undefined ? {} : { number }),
    errors: toldProblems(problems),
  };
}

/** `GET /orders`: orders, the newest first. */
export const getOrders = door({
  scope: "orders",
  summary: "Orders, the newest first, a hundred at a time; `queue` is a state or a reason to look.",
  query: z.strictObject({
    queue: z.enum([...orderStates, ...looks]).optional(),
    channel: code.optional(),
    country: z.string().max(2).optional(),
    find: z.string().max(100).optional(),
    cursor: z.string().max(300).optional(),
  }),
  answers: { status: 200, text: "`data`, and `next` where there are more: the cursor that leads on." },
  handle: async ({ query }) => {
    const page = await listedPage(database(), query);
    return page ? jsonAnswer(page) : problemAnswer(400, { detail: "The cursor can't be read." });
  },
});

/** `GET /orders/{number}` */
export const getOrder = door({
  scope: "orders",
  summary:
    "One order: what it holds, where it stands, what it comes to and what it is charged. With `Accept: application/xml` as a UBL 2.1 Order, or with `document=response` the OrderResponse, its delivery charges as `AllowanceCharge`.",
  query: z.strictObject({ document: z.enum(["order", "response"]).optional() }),
  answers: { status: 200, text: "The order; `ETag` names its version." },
  handle: async (call) => {
    const { document = "order" } = call.query;
    if (!/\bxml\b/i.test(call.header("accept") ?? "")) return orderAnswer(numberIn(call), call);
    const xml = await ublOf(database(), numberIn(call), document);
    return xml === undefined ? unknown() : textAnswer(xml, "application/xml; charset=utf-8");
  },
});

/** What a UBL document holds, as the body of an order; or what is wrong with it. */
async function fromUbl(
  text: string,
  { channel, freeGoods }: { readonly channel?: string | undefined; readonly freeGoods?: "true" | undefined },
) {
  if (channel === undefined)
    return problemAnswer(400, { detail: "Say which channel it is for: ?channel=CODE." });
  const read = await orderFromUbl(database(), text, { channel, freeGoods: freeGoods === "true" });
  if (!read) return problemAnswer(422, { detail: `There is no channel ${channel}.` });
  return read.ok
    ? { value: read.order }
    : problemAnswer(400, { detail: ublFaultSentence(read.fault, read.at) });
}

/** Does something to an order in the version that was looked at, where that is said, and answers with it. */
async function changed(
  call: Call,
  run: (command: OrderCommand) => Promise<Result<unknown>>,
  { isTagNeeded = false }: { readonly isTagNeeded?: boolean } = {},
): Promise<ApiAnswer> {
  const tag = call.header("if-match");
  if (tag === undefined && isTagNeeded)
    return problemAnswer(428, { detail: "Send If-Match with the tag of the order you looked at." });
  const seen = tag === undefined ? undefined : Number(/^"(\d+)"$/.exec(tag)?.[1] ?? NaN);
  if (Number.isNaN(seen)) return movedAnswer();
  const number = numberIn(call);
  const result = await run({ number, by: call.by, ...(seen === undefined ? {} : { version: seen }) });
  if (result.ok) return orderAnswer(number, call);
  return result.code === "conflict" ? movedAnswer() : failureAnswer(result);
}

const movedAnswer = () =>
  problemAnswer(412, { detail: "The order has moved since this tag was given. Read it again." });

const patchSchema = z.strictObject(
  Object.fromEntries(
    Object.entries(orderSchema.shape)
      .filter(([part]) => part !== "number" && part !== "placedAt")
      .map(([part, schema]) => [part, (schema as z.ZodType).nullable().optional()]),
  ),
);

/** `PATCH /orders/{number}`: puts parts in the place of others. */
export const patchOrder = door({
  scope: "orders",
  summary: "Puts whole parts of an order in the place of others; `null` takes one away. Needs `If-Match`.",
  body: patchSchema,
  answers: { status: 200, text: "The order as it is now." },
  handle: (call) =>
    changed(call, (command) => editOrder(database(), command, call.body as object), { isTagNeeded: true }),
});

/** `POST /orders/{number}/charge`: applies an offer's charge. */
export const chargeOrder = door({
  scope: "orders",
  summary:
    "Applies an offer's charge as it is now: one `offer` for the order, or `shipments` that hold its pieces, each from its origin with an offer of its own. `amount` charges something else for the delivery, with tax where the channel's prices have it, and needs a `reason`; `lines` are further charges.",
  body: z.strictObject({
    offer: code.exactOptional(),
    shipments: z.array(shipmentChoice).min(1).max(100).exactOptional(),
    amount: nonNegative.exactOptional(),
    reason: z.string().trim().min(1).max(300).exactOptional(),
    lines: z.array(furtherLine).max(20).exactOptional(),
  }),
  answers: { status: 200, text: "The order with its charge." },
  handle: async (call) => {
    const { offer = "", shipments, amount, reason, lines } = call.body;
    if ((offer === "") === (shipments === undefined))
      return problemAnswer(400, { problems: [{ code: "missing-field", path: "offer", data: {} }] });
    if (amount !== undefined && reason === undefined)
      return problemAnswer(400, { problems: [{ code: "missing-field", path: "reason", data: {} }] });
    const includesTax = await pricesIncludeTax(numberIn(call));
    const other =
      amount === undefined || reason === undefined
        ? {}
        : { amount: { ...(includesTax ? { gross: amount } : { net: amount }), reason } };
    return changed(call, (command) =>
      applyOffer(database(), command, offer, {
        ...other,
        ...(lines ? { lines } : {}),
        ...(shipments ? { shipments } : {}),
      }),
    );
  },
});

async function pricesIncludeTax(number: string): Promise<boolean> {
  const db = database();
  const live = await liveSetup(db);
  const told = live && (await toldOrder(db, live, number, { costs: false }));
  return live?.setup.channels.find(({ code: one }) => one === told?.channel)?.pricesIncludeTax === true;
}

const why = z.strictObject({ reason: z.string().trim().min(1).max(300) });

/** `POST /orders/{number}/confirm`: locks it. */
export const postConfirm = door({
  scope: "orders",
  summary: "Locks an order whose charge is up to date.",
  answers: { status: 200, text: "The order." },
  handle: (call) => changed(call, (command) => confirmOrder(database(), command)),
});

/** `POST /orders/{number}/reopen`: unlocks it. */
export const postReopen = door({
  scope: "orders",
  summary: "Unlocks a confirmed or cancelled order that has not left.",
  body: why,
  answers: { status: 200, text: "The order." },
  handle: (call) => changed(call, (command) => reopenOrder(database(), command, call.body.reason)),
});

/** `POST /orders/{number}/dispatches`: something of it left. */
export const postDispatch = door({
  scope: "orders",
  summary:
    "Says that a confirmed order, or a part of it, left from an origin: the day, the service, tracking numbers, pieces and weight. Without `lines` all that is still there.",
  body: dispatchSchema,
  answers: { status: 200, text: "The order; `handed-over` when all of it has left." },
  handle: (call) => changed(call, (command) => handOver(database(), command, call.body)),
});

/** `POST /orders/{number}/credits`: something is given back. */
export const postCredit = door({
  scope: "orders",
  summary:
    "Gives something of a confirmed or handed over order back: pieces of lines by their position from 0, and of the delivery an amount in the channel's own way or `all`; with a reason and who pays.",
  body: creditSchema,
  answers: { status: 200, text: "The order with its credits." },
  handle: (call) => changed(call, (command) => creditOrder(database(), command, call.body)),
});

/** `POST /orders/{number}/cancel`: takes it off the desk. */
export const postCancel = door({
  scope: "orders",
  summary: "Cancels an order that has not left.",
  body: why,
  answers: { status: 200, text: "The order." },
  handle: (call) => changed(call, (command) => cancelOrder(database(), command, call.body.reason)),
});
