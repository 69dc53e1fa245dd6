import { moneyText } from "../money/currency";
import { Decimal } from "../money/decimal";
import { joinPath } from "../setup/path";
import type { Offer } from "../setup/offer";
import type { Trace } from "../working/step";

/** Applies an offer's adjustments to its plan's charge, in their order. Not rounded. */
export function adjust(offer: Offer, charge: Decimal, currency: string, trace?: Trace): Decimal {
  const percent = offer.adjust?.marginPercent;
  if (percent === undefined) return charge;
  const after = charge.times(Decimal.hundred.plus(Decimal.of(percent))).times(Decimal.of("0.01"));
  trace?.add(
    "margin-added",
    { percent, before: { amount: moneyText(charge, currency), currency } },
    moneyText(after, currency),
    joinPath("offers", offer.code, "adjust", "marginPercent"),
  );
  return after;
}
