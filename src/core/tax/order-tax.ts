import { divideMoney, moneyText } from "../money/currency";
import { Decimal } from "../money/decimal";
import type { Trace } from "../working/step";
import type { TaxRate } from "./tax-rate";

/** A charge with its tax; `net + tax = gross`, each at the currency's minor unit. */
export interface TaxedCharge {
  readonly net: Decimal;
  readonly tax: Decimal;
  readonly gross: Decimal;
}

/**
 * Net → tax → gross, or, where the channel's prices include tax, gross → net → tax. The charge is rounded already; the
 * derived part is rounded, and the third figure is their difference or sum, so that the parts always add up.
 */
export function taxCharge(
  charge: Decimal,
  rate: TaxRate,
  includesTax: boolean,
  currency: string,
  trace?: Trace,
): TaxedCharge {
  const taxed = includesTax ? outOf(charge, rate, currency) : onto(charge, rate, currency);
  if (trace) {
    const money = (amount: Decimal) => ({ amount: moneyText(amount, currency), currency });
    const inputs = {
      percent: rate.percent,
      net: money(taxed.net),
      tax: money(taxed.tax),
      gross: money(taxed.gross),
    };
    const code = includesTax ? "tax-taken-out" : "tax-added";
    trace.add(code, inputs, moneyText(includesTax ? taxed.net : taxed.gross, currency), rate.source);
  }
  return taxed;
}

function onto(net: Decimal, { numerator, denominator }: TaxRate, currency: string): TaxedCharge {
  const tax = divideMoney(net.times(numerator), denominator.times(Decimal.hundred), currency);
  return { net, tax, gross: net.plus(tax) };
}

function outOf(gross: Decimal, { numerator, denominator }: TaxRate, currency: string): TaxedCharge {
  const whole = denominator.times(Decimal.hundred);
  const net = divideMoney(gross.times(whole), whole.plus(numerator), currency);
  return { net, tax: gross.minus(net), gross };
}
