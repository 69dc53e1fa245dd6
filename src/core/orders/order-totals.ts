import { moneyText, roundMoney } from "../money/currency";
import { Decimal, sum } from "../money/decimal";
import { taxCharge } from "../tax/order-tax";
import { fixedRate } from "../tax/tax-rate";

/** A line of goods as it was sold. */
export interface SoldLine {
  readonly quantity: number;
  readonly unitPrice: string;
  readonly discount: string | undefined;
  readonly taxPercent: string;
}

/** Money beside the goods: of a charge type, e.g. freight or handling. */
export interface ChargeLine {
  readonly type: string;
  readonly typeName: string;
  readonly name: string;
  readonly net: string;
  readonly tax: string;
  readonly taxPercent: string;
  /** No tax is charged: the customer owes it. */
  readonly reverseCharge?: true;
  /** Where somebody set it: why, and what was worked out. */
  readonly byHand?: { readonly reason: string; readonly workedOut?: string };
}

export interface Totals {
  readonly goodsNet: string;
  /** The lines of the applied charge. */
  readonly charges: readonly ChargeLine[];
  readonly tax: readonly { readonly percent: string; readonly amount: string }[];
  readonly gross: string;
}

/**
 * Totals of an order at the currency's minor unit: each line's net and tax are rounded, then added; the taxes are told
 * by percent, the lowest first.
 */
export function orderTotals(
  lines: readonly SoldLine[],
  includesTax: boolean,
  charges: readonly ChargeLine[],
  currency: string,
): Totals {
  const goods = lines.map((line) => lineMoney(line, includesTax, currency));
  const delivery = charges.map((line) => ({
    net: Decimal.of(line.net),
    tax: Decimal.of(line.tax),
    percent: line.taxPercent,
  }));
  const parts = [...goods, ...delivery];
  const percents = [...new Set(parts.map((part) => Decimal.of(part.percent).toString()))].sort((a, b) =>
    Decimal.of(a).compare(Decimal.of(b)),
  );
  const text = (amount: Decimal) => moneyText(amount, currency);
  return {
    goodsNet: text(sum(goods.map((part) => part.net))),
    charges,
    tax: percents.map((percent) => ({
      percent,
      amount: text(
        sum(parts.filter((part) => Decimal.of(part.percent).toString() === percent).map((part) => part.tax)),
      ),
    })),
    gross: text(sum(parts.map((part) => part.net.plus(part.tax)))),
  };
}

/** A line's net and tax; where prices include tax the net is taken out of what was paid. */
export function lineMoney(line: SoldLine, includesTax: boolean, currency: string) {
  const percent = Decimal.of(line.taxPercent);
  const paid = Decimal.of(line.unitPrice)
    .times(Decimal.whole(line.quantity))
    .minus(Decimal.of(line.discount ?? "0"));
  const amount = roundMoney(paid, currency);
  const { net, tax } = taxCharge(amount, fixedRate(percent, "taxPercent"), includesTax, currency);
  return { net, tax, percent: line.taxPercent };
}
