import { Decimal } from "@/core/money/decimal";

/** An amount with at least two digits after the point, as it is. */
export function money(text: string): string {
  const amount = Decimal.of(text);
  return amount.toFixed(Math.max(2, amount.scale));
}

/** By how much the second of two amounts is more: "+2.50", "−1.00", "same". */
export function moneyDifference([before, after]: readonly [string, string]): string {
  const difference = Decimal.of(after).minus(Decimal.of(before));
  if (difference.sign === 0) return "same";
  return difference.sign < 0
    ? `−${money(difference.negated().toString())}`
    : `+${money(difference.toString())}`;
}
