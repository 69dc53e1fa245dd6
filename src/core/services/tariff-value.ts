import { convert, type ExchangeRates } from "../money/exchange";
import { Decimal } from "../money/decimal";
import type { Measures } from "../parcels/measures";
import type { CompiledTariff } from "../tariffs/compiled-tariff";
import { given, refused, reject, type Outcome } from "../working/reason";

/**
 * The value of a tariff's measure in base units (money: in the tariff's currency).
 * Fails with `weight-missing` or `no-exchange-rate`.
 */
export function tariffValue(
  tariff: CompiledTariff,
  measures: Measures,
  chargeable: Decimal | undefined,
  currency: string,
  exchange: ExchangeRates,
): Outcome<Decimal> {
  switch (tariff.measure) {
    case "chargeableWeight":
      return weight(chargeable, measures, tariff);
    case "actualWeight":
      return weight(measures.actualWeight, measures, tariff);
    case "volume":
      return given(measures.volume);
    case "quantity":
      return given(measures.quantity);
    case "parcels":
      return given(Decimal.whole(measures.parcels));
    case "goodsValue":
      return money(measures.goodsValue, currency, tariff, exchange);
    case "goodsValueIncTax":
      return money(measures.goodsValueIncTax, currency, tariff, exchange);
    case "distance":
      // compiling refuses the measure; whoever gets here compiled something else
      throw new RangeError("distance is not measured");
  }
}

function weight(value: Decimal | undefined, measures: Measures, tariff: CompiledTariff): Outcome<Decimal> {
  return value
    ? given(value)
    : refused(reject("weight-missing", { skus: measures.skusWithoutWeight }, `${tariff.path}/measure`));
}

function money(
  value: Decimal,
  currency: string,
  tariff: CompiledTariff,
  exchange: ExchangeRates,
): Outcome<Decimal> {
  const conversion = exchange.find(currency, tariff.currency);
  if (!conversion)
    return refused(
      reject("no-exchange-rate", { from: currency, to: tariff.currency }, `${tariff.path}/currency`),
    );
  return given(convert(value, conversion));
}
