import { z } from "zod";

/** What other programs can be told of. */
export const eventTypes = [
  "order.charged",
  "order.confirmed",
  "order.handed-over",
  "order.credited",
  "order.cancelled",
  "revision.published",
] as const;
export type EventType = (typeof eventTypes)[number];
export const eventType = z.enum(eventTypes);

/** A message as it is sent: a CloudEvent 1.0 in JSON, whole in the body (`application/cloudevents+json`). */
export const eventMessage = z.strictObject({
  specversion: z.literal("1.0"),
  /** The same in each try: whoever receives it twice knows it by this. */
  id: z.string(),
  source: z.string(),
  type: z.enum([...eventTypes, "webhook.test"]),
  /** `orders/NUMBER` or `revisions/NUMBER`. */
  subject: z.string(),
  time: z.iso.datetime({ offset: true }),
  datacontenttype: z.literal("application/json"),
  /** Rises by one with each event of its subject that anybody listened for. */
  sequence: z.string(),
  data: z.record(z.string(), z.unknown()),
});
export type EventMessage = z.infer<typeof eventMessage>;
