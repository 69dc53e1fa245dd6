import type { Quote, QuotedOffer } from "@/core/quote/quote";
import { isStillSo } from "./applied-offer";

/** What a coordinator has to do with an order next. */
export const orderStates = ["to-rate", "needs-look", "out-of-date", "ready", "done"] as const;
export type OrderState = (typeof orderStates)[number];

export function isOrderState(text: unknown): text is OrderState {
  return orderStates.some((state) => state === text);
}

/**
 * Where an order stands that is not confirmed: with a charge it is ready, or out of date when the charge was worked out
 * from something else, or its offer would be charged otherwise now, or not given; without one it is to be rated, or needs a look when nothing can be offered or a weight is missing.
 */
export function openState(
  applied: { readonly basis: string; readonly offer: QuotedOffer } | undefined,
  basis: string,
  quote: Quote | undefined,
): OrderState {
  if (applied) {
    const now = quote?.offers.find(({ offer }) => offer === applied.offer.offer);
    return applied.basis === basis && now && isStillSo(applied.offer, now) ? "ready" : "out-of-date";
  }
  return quote &&
    quote.offers.length > 0 &&
    quote.warnings.every((warning) => warning.code !== "weight-missing")
    ? "to-rate"
    : "needs-look";
}
