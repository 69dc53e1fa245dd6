import { divideMoney, moneyText, roundMoney } from "../money/currency";
import { Decimal } from "../money/decimal";
import type { Trace } from "../working/step";

/** A charge with its tax; `net + tax = gross`, each at the currency's minor unit. */
export interface TaxedCharge {
  readonly net: Decimal;
  readonly tax: Decimal;
  readonly gross: Decimal;
}

/**
 * Net → tax → gross, or, where the channel's prices include tax, gross → net → tax. The charge is rounded first, then
 * the derived part; the third figure is their difference or sum, so that the parts always add up.
 */
export function taxCharge(
  charge: Decimal,
  percent: Decimal,
  includesTax: boolean,
  currency: string,
  trace?: Trace,
  source?: string,
): TaxedCharge {
  const rounded = roundMoney(charge, currency);
  const money = (amount: Decimal) => ({ amount: moneyText(amount, currency), currency });
  if (!rounded.equals(charge))
    trace?.add(
      "charge-rounded",
      { charge: money(rounded), basis: includesTax ? "gross" : "net" },
      moneyText(rounded, currency),
    );
  const taxed = includesTax ? outOf(rounded, percent, currency) : onto(rounded, percent, currency);
  const inputs = {
    percent: percent.toString(),
    net: money(taxed.net),
    tax: money(taxed.tax),
    gross: money(taxed.gross),
  };
  trace?.add(
    includesTax ? "tax-taken-out" : "tax-added",
    inputs,
    moneyText(includesTax ? taxed.net : taxed.gross, currency),
    source,
  );
  return taxed;
}

function onto(net: Decimal, percent: Decimal, currency: string): TaxedCharge {
  const tax = roundMoney(net.times(percent).times(Decimal.of("0.01")), currency);
  return { net, tax, gross: net.plus(tax) };
}

function outOf(gross: Decimal, percent: Decimal, currency: string): TaxedCharge {
  const net = divideMoney(gross.times(Decimal.hundred), Decimal.hundred.plus(percent), currency);
  return { net, tax: gross.minus(net), gross };
}
