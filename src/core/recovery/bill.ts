import { z } from "zod";
import { country, currency, date, decimal, nonNegative } from "../setup/primitives";

const short = z.string().trim().max(100);

/** A line of a carrier's bill, as it stands there; money without tax in the bill's currency, credits below nothing. */
export const billLine = z.strictObject({
  /** The carrier's number of the shipment, and what we called it there: an order's number, mostly. */
  tracking: short.optional(),
  reference: short.optional(),
  /** `YYYY-MM-DD`: when it was handed over. */
  day: date.optional(),
  country: country.optional(),
  postcode: z.string().trim().max(20).optional(),
  /** kg that were charged for. */
  weight: nonNegative.optional(),
  /** The carrier's names of its service and its zone. */
  service: short.optional(),
  zone: short.optional(),
  /** What is charged for, by the carrier's own code. */
  charge: short.min(1),
  text: z.string().trim().max(300).optional(),
  amount: decimal,
  taxPercent: nonNegative.optional(),
});
export type BillLine = z.infer<typeof billLine>;

export const MOST_BILL_LINES = 200_000;

export const bill = z.strictObject({
  /** The carrier's: with one number it bills once. */
  number: short.min(1),
  date,
  currency,
  lines: z.array(billLine).min(1).max(MOST_BILL_LINES),
});
export type Bill = z.infer<typeof bill>;

/**
 * What a carrier's own charge code is: freight, one of our surcharges (or one we have none of), a correction of the freight such
 * as a reweighing, or a fee that is of no shipment.
 */
export const chargeCode = z.strictObject({
  code: short.min(1),
  kind: z.enum(["freight", "surcharge", "correction", "fee"]),
  /** Our code of a surcharge; its own where we have none. */
  surcharge: z.string().max(40).optional(),
});
export type ChargeCode = z.infer<typeof chargeCode>;

/** How a carrier's bills are read: its codes, and what it calls our services and zones. What is not named is called the same. */
export interface BillWords {
  readonly codes: readonly ChargeCode[];
  readonly services: Readonly<Record<string, string>>;
  readonly zones: Readonly<Record<string, string>>;
}
