import { Decimal } from "../money/decimal";
import type { OrderLine } from "../parcels/order-line";
import type { Business } from "../setup/business";
import type { Trace } from "../working/step";
import { withoutTax } from "./without-tax";

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

/** Digits kept where a weighted rate does not end. */
const WORKING_SCALE = 30;

/** An amount without tax with the tax on it, not rounded. */
export function withTax(net: Decimal, { numerator, denominator }: TaxRate): Decimal {
  if (denominator.equals(Decimal.one)) return net.times(Decimal.hundred.plus(numerator)).percent();
  const whole = denominator.times(Decimal.hundred);
  return net.times(whole.plus(numerator)).dividedBy(whole, WORKING_SCALE, "halfAwayFromZero");
}

/**
 * The business's tax on delivery: its fixed percentage, or that of the goods that are shipped: the highest, or each
 * weighted by the value of its goods without tax. Goods worth nothing weigh nothing: then the highest counts.
 */
export function businessRate(
  how: NonNullable<Business["deliveryTax"]>,
  fixed: Decimal,
  goods: readonly OrderLine[],
): TaxRate {
  if (how === "fixed" || goods.length === 0) return fixedRate(fixed, "business/deliveryTaxPercent");
  const weighted = how === "weightedByGoods" ? weightedRate(goods) : undefined;
  return weighted ?? fixedRate(highest(goods), "business/deliveryTax");
}

/** Says which tax the goods gave, where it is theirs. */
export function explainBusinessRate(
  how: NonNullable<Business["deliveryTax"]>,
  rate: TaxRate,
  goods: readonly OrderLine[],
  trace: Trace,
): void {
  if (how === "fixed" || goods.length === 0) return;
  const percents = [...new Set(goods.map((line) => line.taxPercent.toString()))];
  trace.add("tax-of-goods", { how, percents }, rate.percent, rate.source);
}

function highest(goods: readonly OrderLine[]): Decimal {
  let most = Decimal.zero;
  for (const { taxPercent } of goods) if (taxPercent.moreThan(most)) most = taxPercent;
  return most;
}

function weightedRate(goods: readonly OrderLine[]): TaxRate | undefined {
  let [numerator, denominator] = [Decimal.zero, Decimal.zero];
  for (const line of goods) {
    const value = line.includesTax ? withoutTax(line.price, line.taxPercent) : line.price;
    numerator = numerator.plus(value.times(line.taxPercent));
    denominator = denominator.plus(value);
  }
  if (denominator.sign <= 0) return undefined;
  const percent = numerator.dividedBy(denominator, 4, "halfAwayFromZero").toString();
  return { numerator, denominator, percent, source: "business/deliveryTax" };
}
