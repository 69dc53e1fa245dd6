import { inParts } from "../money/in-parts";
import { Decimal } from "../money/decimal";
import type { ResultFigures } from "./result-sum";

/** By what fees are spread: evenly by shipment, or by what shipments cost. */
export type FeeKey = "shipments" | "cost";

/** What a carrier billed in a month that is of no shipment, without tax in home currency. */
export interface Fee {
  readonly month: string;
  readonly carrier: string;
  readonly amount: string;
}

/** What one value's shipments by a carrier come to in a month. */
export interface CarrierSum {
  readonly month: string;
  readonly carrier: string;
  readonly value: string;
  readonly figures: ResultFigures;
}

/** Each value's part of the fees; and what is in no part, as nothing of its carrier left in its month. */
export interface SpreadFees {
  readonly parts: ReadonlyMap<string, Decimal>;
  readonly unspread: Decimal;
}

/**
 * Spreads fees over the shipments of their own carrier and month, by how many there are or by what they cost (what is billed, else
 * what was expected; evenly where that is nothing). Parts and what is not spread add up to the fees to the cent. Shipments without an
 * exchange rate count by their number, and cost nothing.
 */
export function spreadFees(
  fees: readonly Fee[],
  sums: readonly CarrierSum[],
  { by, currency }: { readonly by: FeeKey; readonly currency: string },
): SpreadFees {
  const parts = new Map<string, Decimal>();
  let unspread = Decimal.zero;
  for (const { month, carrier, amount } of fees) {
    const own = sums.filter((one) => one.month === month && one.carrier === carrier);
    const fee = Decimal.of(amount);
    if (own.length === 0) unspread = unspread.plus(fee);
    const shares = inParts(
      fee,
      own.map(({ figures }) => weightOf(figures, by)),
      currency,
    );
    own.forEach(({ value }, i) => {
      const share = shares[i];
      if (share) parts.set(value, (parts.get(value) ?? Decimal.zero).plus(share));
    });
  }
  return { parts, unspread };
}

function weightOf({ shipments, expected, billed, expectedOfBilled }: ResultFigures, by: FeeKey): Decimal {
  if (by === "shipments") return Decimal.whole(shipments);
  const cost = Decimal.of(expected).plus(Decimal.of(billed)).minus(Decimal.of(expectedOfBilled));
  // more credited than billed: no fee falls on it
  return cost.sign < 0 ? Decimal.zero : cost;
}
