import { moneyText } from "../money/currency";
import { convert } from "../money/exchange";
import type { Decimal } from "../money/decimal";
import type { CompiledOffer } from "../quote/compiled-offer";
import type { CompiledSetup } from "../quote/compiled-setup";
import { taxInPrices } from "../quote/offer-tax";
import { withoutTax } from "../tax/without-tax";
import { dimensionOf } from "../rules/measured";
import { editionOn, type CompiledTariff } from "../tariffs/compiled-tariff";
import { rateAt, sampleOf, sampleValue } from "../tariffs/table-sample";
import { shownValue } from "../tariffs/tariff-words";
import type { Place } from "../zones/zone-index";
import { finding, type Finding } from "./finding";

/**
 * Offers whose sell tariff asks less than the cheapest of their buy tariffs: for each zone the first break, at its upper
 * edge (half as far again beyond the last), where it does. Tables alone are compared, both without tax and without
 * surcharges, margins and other adjustments; only tables over the same kind of measure; in the editions of the date.
 */
export function sellBelowBuy(compiled: CompiledSetup, date: string): Finding[] {
  const offers = new Map([...compiled.offers.values()].flat().map((one) => [one.offer.code, one]));
  return [...offers.values()].flatMap((offer) => {
    const { plan } = offer.offer;
    const sell = plan.kind === "tariff" ? compiled.tariffs.get(plan.tariff) : undefined;
    return sell && offer.offer.active ? zonesBelow(compiled, offer, sell, date) : [];
  });
}

function zonesBelow(
  compiled: CompiledSetup,
  offer: CompiledOffer,
  sell: CompiledTariff,
  date: string,
): Finding[] {
  const edition = editionOn(sell, date);
  if (!edition || edition.bands) return [];
  const tax = taxInPrices(compiled, offer);
  const found: Finding[] = [];
  for (const [zone, row] of edition.rows) {
    const place = sampleOf(sell, zone);
    if (!place) continue;
    for (const [index, entry] of edition.breaks.entries()) {
      const value = sampleValue(entry);
      const asked = rateAt(sell, place, value, date);
      const buy = asked && cheapest(compiled, offer, sell, place, value, date);
      if (!asked || !buy) continue;
      const net = withoutTax(asked, tax);
      if (!net.lessThan(buy.amount)) continue;
      const money = (amount: Decimal) => ({
        amount: moneyText(amount, sell.currency),
        currency: sell.currency,
      });
      const data = {
        offer: offer.offer.code,
        service: buy.service,
        zone,
        at: shownValue(sell, value),
        sell: money(net),
        buy: money(buy.amount),
      };
      found.push(
        finding("sell-below-buy", "warning", data, `${edition.path}/rows/${row.index}/rates/${index}`),
      );
      break;
    }
  }
  return found;
}

function cheapest(
  { exchange }: CompiledSetup,
  { services }: CompiledOffer,
  sell: CompiledTariff,
  place: Place,
  value: Decimal,
  date: string,
): { service: string; amount: Decimal } | undefined {
  let best: { service: string; amount: Decimal } | undefined;
  for (const { service, rate, carrierActive } of services) {
    // a service without a table may cost less than any
    if (rate.kind !== "tariff") return undefined;
    const buy = rate.tariff;
    const alike = dimensionOf(buy.measure) === dimensionOf(sell.measure) && !editionOn(buy, date)?.bands;
    const conversion = exchange.find(buy.currency, sell.currency);
    if (!service.active || !carrierActive || !alike || !conversion) continue;
    const amount = rateAt(buy, place, value, date);
    const converted = amount && convert(amount, conversion);
    if (converted && (!best || converted.lessThan(best.amount)))
      best = { service: service.code, amount: converted };
  }
  return best;
}
