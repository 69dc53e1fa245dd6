import { Webhook } from "standardwebhooks";
import type { EventMessage } from "@/contracts/webhook-events";
import type { EventRow } from "@/db/queries/webhooks";

/** An event as it is sent, the same in each try. `source` is the address of this installation. */
export function messageOf(event: EventRow, source: string): EventMessage {
  return {
    specversion: "1.0",
    id: event.id,
    source,
    type: event.type as EventMessage["type"],
    subject: event.subject,
    time: new Date(event.at).toISOString(),
    datacontenttype: "application/json",
    sequence: String(event.number),
    data: event.data as Record<string, unknown>,
  };
}

/**
 * The heads of a message by the Standard Webhooks specification 1.0: HMAC-SHA256 over id, second and body, one signature
 * with each of the secrets that count, the current one first.
 */
export function headsOf(
  id: string,
  body: string,
  { secrets, now }: { readonly secrets: readonly string[]; readonly now: Date },
): Record<string, string> {
  return {
    "content-type": "application/cloudevents+json; charset=utf-8",
    "user-agent": "Wallodrom",
    "webhook-id": id,
    "webhook-timestamp": String(Math.floor(now.getTime() / 1000)),
    "webhook-signature": secrets.map((secret) => new Webhook(secret).sign(id, now, body)).join(" "),
  };
}
