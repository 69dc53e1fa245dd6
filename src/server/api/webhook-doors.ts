import "server-only";
import { z } from "zod";
import { eventType } from "@/contracts/webhook-events";
import { database } from "../database";
import { callsLoopback, secretKeys } from "../environment";
import { shownDeliveries } from "../webhooks/shown-deliveries";
import { addWebhook, listWebhooks, removeWebhook, webhookOf } from "../webhooks/webhooks";
import { jsonAnswer } from "./call";
import { door } from "./door";
import { failureAnswer } from "./failure-answer";
import { problemAnswer } from "./problem";

const uuid = z.uuid();
const unknown = () => problemAnswer(404, { detail: "There is no such webhook." });

/** `GET /webhooks`: who is told of what. */
export const getWebhooks = door({
  scope: "orders",
  summary: "The addresses that are told of events, with how many messages wait, failed and were delivered.",
  answers: { status: 200, text: "`data`, the oldest first. Secrets are not told." },
  handle: async () => jsonAnswer({ data: await listWebhooks(database()) }),
});

/** `POST /webhooks`: has an address told. */
export const postWebhook = door({
  scope: "orders",
  summary:
    "Has an address told of events from now on: CloudEvents 1.0 in JSON, signed by the Standard Webhooks specification, at least once, tried for three days.",
  body: z.strictObject({ url: z.string().max(1000), events: z.array(eventType).min(1) }),
  answers: {
    status: 201,
    text: "`id`, and the `secret` that signatures are checked with: it is told this once.",
  },
  handle: async ({ body, by }) => {
    const added = await addWebhook(database(), body, by, { keys: secretKeys(), loopback: callsLoopback() });
    return added.ok
      ? jsonAnswer(added.value, { status: 201, headers: { location: `/api/v1/webhooks/${added.value.id}` } })
      : failureAnswer(added);
  },
});

/** `DELETE /webhooks/{id}`: tells it nothing more. */
export const deleteWebhook = door({
  scope: "orders",
  summary: "Tells an address nothing more; what waited for it is dropped.",
  answers: { status: 204, text: "It is gone." },
  handle: async ({ params: { id }, by }) => {
    if (!uuid.safeParse(id).success) return unknown();
    const removed = await removeWebhook(database(), id ?? "", by);
    return removed.ok ? { ...jsonAnswer({}), status: 204, body: "" } : failureAnswer(removed);
  },
});

/** `GET /webhooks/{id}/deliveries`: what it was told, and what came back. */
export const getDeliveries = door({
  scope: "orders",
  summary: "What an address was and will be told, the latest event first, a hundred at a time.",
  query: z.strictObject({
    cursor: z
      .string()
      .regex(/^\d{1,15}$/)
      .optional(),
  }),
  answers: { status: 200, text: "`data`, and `next` where there are more: the cursor that leads on." },
  handle: async ({ params: { id }, query: { cursor } }) => {
    if (!uuid.safeParse(id).success || !(await webhookOf(database(), id ?? ""))) return unknown();
    const before = cursor === undefined ? undefined : Number(cursor);
    return jsonAnswer(await shownDeliveries(database(), id ?? "", before));
  },
});
