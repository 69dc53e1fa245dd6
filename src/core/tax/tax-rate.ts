import { Decimal } from "../money/decimal";
import type { OrderLine } from "../parcels/order-line";
import type { Business } from "../setup/business";
import type { Trace } from "../working/step";

/** A tax percentage as a fraction, so that a weighted one stays exact. */
export interface TaxRate {
  readonly numerator: Decimal;
  readonly denominator: Decimal;
  /** For reading: at most four digits after the point. */
  readonly percent: string;
  /** The path of what set it. */
  readonly source: string;
}

export function fixedRate(percent: Decimal, source: string): TaxRate {
  return { numerator: percent, denominator: Decimal.one, percent: percent.toString(), source };
}

/**
 * The business's tax on delivery: its fixed percentage, or that of the goods that are shipped: the highest, or each
 * weighted by the value of its goods without tax. Goods worth nothing weigh nothing: then the highest counts.
 */
export function businessRate(
  how: NonNullable<Business["deliveryTax"]>,
  fixed: Decimal,
  goods: readonly OrderLine[],
  trace?: Trace,
): TaxRate {
  if (how === "fixed" || goods.length === 0) return fixedRate(fixed, "business/deliveryTaxPercent");
  const weighted = how === "weightedByGoods" ? weightedRate(goods) : undefined;
  const rate = weighted ?? fixedRate(highest(goods), "business/deliveryTax");
  if (trace) {
    const percents = [...new Set(goods.map((line) => line.taxPercent.toString()))];
    trace.add("tax-of-goods", { how, percents }, rate.percent, rate.source);
  }
  return rate;
}

function highest(goods: readonly OrderLine[]): Decimal {
  let most = Decimal.zero;
  for (const { taxPercent } of goods) if (taxPercent.moreThan(most)) most = taxPercent;
  return most;
}

/** Digits of a net value that is worked out of a price with tax; it only weighs. */
const WEIGHT_DIGITS = 10;

function weightedRate(goods: readonly OrderLine[]): TaxRate | undefined {
  let [numerator, denominator] = [Decimal.zero, Decimal.zero];
  for (const line of goods) {
    const value = line.includesTax
      ? line.price
          .times(Decimal.hundred)
          .dividedBy(Decimal.hundred.plus(line.taxPercent), WEIGHT_DIGITS, "halfAwayFromZero")
      : line.price;
    numerator = numerator.plus(value.times(line.taxPercent));
    denominator = denominator.plus(value);
  }
  if (denominator.sign <= 0) return undefined;
  const percent = numerator.dividedBy(denominator, 4, "halfAwayFromZero").toString();
  return { numerator, denominator, percent, source: "business/deliveryTax" };
}
