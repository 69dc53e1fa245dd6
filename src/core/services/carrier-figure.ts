import { isCurrency, moneyText, roundMoney } from "../money/currency";
import { Decimal } from "../money/decimal";
import { taxCharge } from "../tax/order-tax";
import { fixedRate } from "../tax/tax-rate";

/** A figure as a carrier's system says it: for the shipment, with tax of so many percent in it, or without any. */
export interface CarrierFigure {
  readonly amount: string;
  readonly currency: string;
  readonly taxPercent?: string;
}

/**
 * What a carrier's figure costs us: without tax, rounded to the currency's minor unit, half away from zero; where tax is in it
 * the rest is tax, as on the carrier's invoice. `undefined` for what is no figure: a text that is no decimal of 0 or more, or
 * a currency there is none of.
 */
export function costOfFigure({ amount, currency, taxPercent }: CarrierFigure): string | undefined {
  const [figure, percent] = [Decimal.read(amount), Decimal.read(taxPercent ?? "0")];
  if (!figure || !percent || figure.sign < 0 || percent.sign < 0 || !isCurrency(currency)) return undefined;
  const net =
    taxPercent === undefined
      ? roundMoney(figure, currency)
      : taxCharge(roundMoney(figure, currency), fixedRate(percent, "carrier"), true, currency).net;
  return moneyText(net, currency);
}
