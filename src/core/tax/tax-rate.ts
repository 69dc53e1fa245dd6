import { Decimal, quotient } from "../money/decimal";
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
  /** The goods' own rates where the charge is split over them, each with what its goods are worth without tax. */
  readonly shares?: readonly { readonly rate: TaxRate; readonly net: Decimal }[];
  /** Reverse charge: nothing is charged, the customer owes the tax. */
  readonly isReverse?: boolean;
}

export function fixedRate(percent: Decimal, source: string): TaxRate {
  return { numerator: percent, denominator: Decimal.one, percent: percent.toString(), source };
}

/** An amount without tax with the tax on it, not rounded. */
export function withTax(net: Decimal, { numerator, denominator }: TaxRate): Decimal {
  if (denominator.equals(Decimal.one)) return net.times(Decimal.hundred.plus(numerator)).percent();
  const whole = denominator.times(Decimal.hundred);
  return quotient(net.times(whole.plus(numerator)), whole);
}

/**
 * The business's tax on delivery: its fixed percentage, or that of the goods that are shipped: the highest, or each
 * weighted by the value of its goods without tax, or split over these in lines of their own (a percentage of the cost then gets
 * the weighted one). Goods worth nothing weigh nothing: then the highest counts.
 */
export function businessRate(
  how: NonNullable<Business["deliveryTax"]>,
  fixed: Decimal,
  goods: readonly OrderLine[],
): TaxRate {
  if (how === "fixed" || goods.length === 0) return fixedRate(fixed, "business/deliveryTaxPercent");
  const weighted = how === "highestOfGoods" ? undefined : weightedRate(goods);
  if (weighted && how === "splitByGoods") return { ...weighted, shares: sharesOf(goods) };
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

/** What goods of each rate are worth without tax, the lowest rate first; goods worth nothing have no share. */
function sharesOf(goods: readonly OrderLine[]): { rate: TaxRate; net: Decimal }[] {
  const byPercent = new Map<string, { rate: TaxRate; net: Decimal }>();
  for (const line of goods) {
    const percent = line.taxPercent.toString();
    const known = byPercent.get(percent);
    const rate = known?.rate ?? fixedRate(line.taxPercent, "business/deliveryTax");
    byPercent.set(percent, { rate, net: netOf(line).plus(known?.net ?? Decimal.zero) });
  }
  return [...byPercent.values()]
    .filter(({ net }) => net.sign > 0)
    .sort((a, b) => a.rate.numerator.compare(b.rate.numerator));
}

function highest(goods: readonly OrderLine[]): Decimal {
  let most = Decimal.zero;
  for (const { taxPercent } of goods) if (taxPercent.moreThan(most)) most = taxPercent;
  return most;
}

function netOf({ includesTax, price, taxPercent }: OrderLine): Decimal {
  return includesTax ? withoutTax(price, taxPercent) : price;
}

function weightedRate(goods: readonly OrderLine[]): TaxRate | undefined {
  let [numerator, denominator] = [Decimal.zero, Decimal.zero];
  for (const line of goods) {
    const value = netOf(line);
    numerator = numerator.plus(value.times(line.taxPercent));
    denominator = denominator.plus(value);
  }
  if (denominator.sign <= 0) return undefined;
  const percent = quotient(numerator, denominator).settled().rounded(4, "halfAwayFromZero").toString();
  return { numerator, denominator, percent, source: "business/deliveryTax" };
}
