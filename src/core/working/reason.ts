import type { Missing } from "../rules/measured";
import type { Quantity } from "../units/unit";
import type { TransportMode } from "../setup/transport-mode";

/** Money in a step or a reason: text with its currency. */
export interface MoneyText {
  readonly amount: string;
  readonly currency: string;
}

/** A break's ends as people read them; a missing end is open. `boundary` says which end is in. */
/** What can be suspended. */
export type SuspendedKind = "origin" | "carrier" | "service" | "offer";

export interface BreakText {
  readonly lower?: string;
  readonly upper?: string;
  readonly unit: string;
  readonly boundary: "upTo" | "from";
}

/** Why something was passed over or withheld, each code with the figures its sentence needs. */
export interface ReasonInputs {
  "nothing-to-ship": object;
  "no-exchange-rate": { from: string; to: string };
  "weight-missing": { skus: readonly string[] };
  "size-missing": { skus: readonly string[] };
  "out-of-stock": { sku: string; wanted: number; most: number; mostAt?: string; together?: number };
  "origin-cannot-ship": { sku: string; origins: readonly string[] };
  "origin-not-served-by-service": { origin: string; service: string };
  "zone-not-found": { chart: string; country: string; postcode: string; origin?: string };
  "zone-not-served": { chart: string; country: string; postcode: string; entry: string };
  "no-edition": { tariff: string; date: string };
  "no-rate": { tariff: string; zone: string; break?: BreakText };
  "above-last-break": { tariff: string; value: Quantity; last: Quantity };
  "below-first-break": { tariff: string; value: Quantity; first: Quantity };
  "limit-weight": { of: "parcel" | "shipment"; side: "least" | "most"; value: Quantity; limit: Quantity };
  "limit-size": { of: "longestSide" | "girthPlusLength" | "volume"; value: Quantity; limit: Quantity };
  "limit-value": { value: MoneyText; limit: MoneyText };
  "limit-parcels": { value: number; limit: number };
  "po-box": { name: string };
  "cash-on-delivery": { name: string };
  "collection-point": { name: string };
  signature: { name: string };
  "goods-class": { goodsClass: string; sku: string };
  /** `goodsClass` where the class says it, and not the item itself. */
  "transport-mode": { name: string; mode: TransportMode; sku: string; goodsClass?: string };
  "item-banned": { sku: string };
  destination: { country: string; postcode: string };
  "customer-group": { groups: readonly string[]; group?: string };
  coupon: { coupon: string };
  "no-rule-matched": { passedOver: readonly { rule: number; missing: Missing }[] };
  "withheld-by-rule": { text: string };
  "no-service": { services: number };
  "no-common-service": object;
  "live-unavailable": {
    connection: string;
    declined?: string;
    failed?: string;
    said?: string;
    at?: string;
    ms?: number;
  };
  "free-offer-given": { offer: string };
  /** `until`: by the business's clock, `2026-11-30 18:00`; absent where nobody knows. */
  suspended: { what: SuspendedKind; code: string; reason: string; until?: string };
  inactive: { what: "offer" | "service" | "carrier" | "origin"; name: string };
}

export type ReasonCode = keyof ReasonInputs;

/** A reason with its figures and the place in the setup that made it. */
export type Rejection = {
  readonly [R in ReasonCode]: {
    readonly reason: R;
    readonly inputs: ReasonInputs[R];
    readonly source: string;
  };
}[ReasonCode];

/** Builds a rejection; exists so that code and figures are checked against each other. */
export function reject<R extends ReasonCode>(reason: R, inputs: ReasonInputs[R], source: string): Rejection {
  return { reason, inputs, source } as Rejection;
}

/** A result, or why there is none. */
export type Outcome<T, Why = Rejection> =
  | { readonly ok: true; readonly value: T }
  | { readonly ok: false; readonly rejection: Why };

export function given<T>(value: T): { readonly ok: true; readonly value: T } {
  return { ok: true, value };
}

export function refused<Why>(rejection: Why): { readonly ok: false; readonly rejection: Why } {
  return { ok: false, rejection };
}
