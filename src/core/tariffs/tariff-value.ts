import { convert, type ExchangeRates } from "../money/exchange";
import type { Decimal } from "../money/decimal";
import type { Facts } from "../rules/facts";
import { dimensionOf, isMissing, measured, type Missing } from "../rules/measured";
import { rejectMissing } from "../rules/reject-missing";
import type { TariffMeasure } from "../setup/tariff";
import { given, refused, type Outcome } from "../working/reason";

/** Answers what a tariff's measure, or its bands', is for a shipment or an order; money in the given currency. */
export type TariffValue = (measure: TariffMeasure, currency: string, source: string) => Outcome<Decimal>;

/** Base units (money: in the currency asked for). Fails with `weight-missing`, `size-missing` or `no-exchange-rate`. */
export function tariffValue(facts: Facts, exchange: ExchangeRates): TariffValue {
  return (measure, currency, source) => {
    const from = facts.journey.currency;
    const lacking = (missing: Missing) =>
      refused(rejectMissing(missing, facts.measures, { from, to: currency }, source));
    const value = measured(measure, facts);
    if (isMissing(value)) return lacking(value);
    if (dimensionOf(measure) !== "money" || currency === from) return given(value);
    const conversion = exchange.find(from, currency);
    return conversion ? given(convert(value, conversion)) : lacking("no-exchange-rate");
  };
}
