import { Decimal, quotient } from "../money/decimal";

/** An amount with tax without it, not rounded: for comparing and weighing; `taxCharge` is what money is booked by. */
export function withoutTax(gross: Decimal, percent: Decimal): Decimal {
  return quotient(gross.times(Decimal.hundred), Decimal.hundred.plus(percent));
}
