import type { EventType } from "@/contracts/webhook-events";

/** When an event of a type happens. */
export const eventWords = {
  "order.charged": "a delivery charge is applied",
  "order.confirmed": "an order is confirmed",
  "order.handed-over": "an order, or a part of it, leaves",
  "order.credited": "something is given back",
  "order.cancelled": "an order is cancelled",
  "revision.published": "the setup is published",
} as const satisfies Readonly<Record<EventType, string>>;

/** What came back of a message in words. */
export function answerText({
  status,
  answer,
  ms,
}: {
  readonly status?: number;
  readonly answer?: string;
  readonly ms?: number;
}): string {
  const after = ms === undefined ? "" : ` after ${ms} ms`;
  if (status !== undefined) return `${status}${after}`;
  const why: Readonly<Record<string, string>> = {
    late: "no answer",
    unreachable: "nobody there",
    "refused-address": "not called: the address leads into our own network",
  };
  return answer === undefined ? "" : `${why[answer] ?? answer}${after}`;
}
