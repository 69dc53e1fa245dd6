import type { Problem } from "@/core/setup/problem";
import type { AddressFault, FailureCode, FailureData, PasswordFault } from "@/messages/failures";

/** Why a use case did not happen, as a code with its data; the words come later. */
export type Failure = {
  readonly [C in FailureCode]: {
    readonly ok: false;
    readonly code: C;
    readonly data: FailureData[C];
    /** What is wrong with single fields. */
    readonly problems: readonly Problem[];
  };
}[FailureCode];

/** What a use case gives: its value, or a failure with the fields it is about. */
export type Result<T> = { readonly ok: true; readonly value: T } | Failure;

export function done<T>(value: T): { readonly ok: true; readonly value: T } {
  return { ok: true, value };
}

/** The codes whose sentence needs no data. */
type PlainCode = { [C in FailureCode]: keyof FailureData[C] extends never ? C : never }[FailureCode];

export function failed(code: PlainCode, problems: readonly Problem[] = []): Failure {
  // more codes than the compiler tells apart in one object
  return { ok: false, code, data: {}, problems } as Failure;
}

export function publishedMeanwhile(by: string, number: number): Failure {
  return { ok: false, code: "published-meanwhile", data: { by, number }, problems: [] };
}

/** Shipments that do not hold an order's pieces of an item, all and no more. */
export function splitPieces(sku: string): Failure {
  return { ok: false, code: "split-pieces", data: { sku }, problems: [] };
}

/** A shipment that can't be given the offer chosen for it. */
export function splitWithheld(origin: string): Failure {
  return { ok: false, code: "split-withheld", data: { origin }, problems: [] };
}

export function badAddress(why: AddressFault): Failure {
  return { ok: false, code: "bad-address", data: { why }, problems: [] };
}

export function stopsAtGate(stops: number): Failure {
  return { ok: false, code: "stops-at-gate", data: { stops }, problems: [] };
}

export function weakPassword(why: PasswordFault): Failure {
  return { ok: false, code: "weak-password", data: { why }, problems: [] };
}

export function customerHasOpenOrders(orders: number): Failure {
  return { ok: false, code: "customer-has-open-orders", data: { orders }, problems: [] };
}
