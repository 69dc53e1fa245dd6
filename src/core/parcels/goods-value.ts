import { Decimal } from "../money/decimal";
import { withoutTax } from "../tax/without-tax";
import { partOf, type OrderLine } from "./order-line";

/**
 * The value of goods in the quote's currency, without or with tax, after or before line discounts. What the prices say
 * is exact; the other basis is derived once for all lines of a tax rate, so that 40.00 and 21.00 with 22 % tax are
 * exactly 50 without.
 */
export function goodsValue(
  lines: readonly OrderLine[],
  basis: "net" | "gross",
  discount: "before" | "after",
): Decimal {
  let total = Decimal.zero;
  let derived: Map<string, { percent: Decimal; sum: Decimal }> | undefined;
  for (const line of joined(lines)) {
    const price = discount === "before" ? line.priceBeforeDiscount : line.price;
    if (line.includesTax === (basis === "gross")) {
      total = total.plus(price);
      continue;
    }
    derived ??= new Map();
    const key = line.taxPercent.toString();
    const group = derived.get(key);
    if (group) group.sum = group.sum.plus(price);
    else derived.set(key, { percent: line.taxPercent, sum: price });
  }
  if (derived)
    for (const { percent, sum } of derived.values()) total = total.plus(otherBasis(sum, percent, basis));
  return total;
}

/** Parts of a line put together again, so that a third three times is the whole. */
function joined(lines: readonly OrderLine[]): readonly OrderLine[] {
  if (lines.every(({ whole }) => whole === undefined)) return lines;
  const pieces = new Map<OrderLine, number>();
  for (const line of lines) {
    const whole = line.whole ?? line;
    pieces.set(whole, (pieces.get(whole) ?? 0) + line.quantity);
  }
  return [...pieces].map(([whole, quantity]) => partOf(whole, quantity));
}

function otherBasis(sum: Decimal, percent: Decimal, wanted: "net" | "gross"): Decimal {
  return wanted === "gross" ? sum.times(Decimal.hundred.plus(percent)).percent() : withoutTax(sum, percent);
}
