import { Decimal } from "../money/decimal";

/** Digits of an amount without tax that is taken out of one with it. */
const DERIVED_DIGITS = 10;

/** An amount with tax without it, to ten digits: for comparing and weighing; `taxCharge` is what money is booked by. */
export function withoutTax(gross: Decimal, percent: Decimal): Decimal {
  return gross
    .times(Decimal.hundred)
    .dividedBy(Decimal.hundred.plus(percent), DERIVED_DIGITS, "halfAwayFromZero");
}
