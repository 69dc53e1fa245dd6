import { convert } from "../money/exchange";
import { Decimal } from "../money/decimal";
import { setTax, taxInPrices } from "../quote/offer-tax";
import { readsCost } from "../setup/reads-cost";
import type { CompiledOffer } from "../quote/compiled-offer";
import type { CompiledSetup } from "../quote/compiled-setup";
import { tariffOf } from "../services/compiled-rate";
import type { CompiledService } from "../services/compiled-service";
import { joinPath } from "../setup/path";
import type { Plan } from "../setup/plan";
import { finding, type Finding } from "./finding";
import { countriesOf } from "./zone-findings";

/** Offers nothing stands behind, countries a channel offers nothing to, exchange rates that are missing. */
export function offerFindings(compiled: CompiledSetup): Finding[] {
  const offers = [
    ...new Map([...compiled.offers.values()].flat().map((one) => [one.offer.code, one])).values(),
  ];
  return [
    ...offers.filter((offer) => offer.offer.active && !works(compiled, offer)).map(withoutService),
    ...offers.filter(({ offer }) => offer.active && chargesNobody(offer.plan)).map(withoutCharge),
    ...offers.filter(({ offer }) => offer.active).flatMap((offer) => costGetsTax(compiled, offer)),
    ...offers.filter(({ offer }) => offer.active).flatMap((offer) => roundsAlike(compiled, offer)),
    ...countriesWithout(compiled),
    ...missingRates(compiled),
  ];
}

function withoutService({ offer, path }: CompiledOffer): Finding {
  return finding("offer-without-service", "warning", { offer: offer.code }, `${path}/services`);
}

/** A ladder without a rule, or classes without one, and nothing otherwise: what was begun and not finished. */
function chargesNobody(plan: Plan): boolean {
  if (plan.kind === "ladder") return plan.rules.length === 0 && !plan.otherwise;
  return plan.kind === "byGoodsClass" && plan.classes.length === 0 && !plan.otherwise;
}

function withoutCharge({ offer, path }: CompiledOffer): Finding {
  return finding("offer-without-charge", "error", { offer: offer.code }, `${path}/plan`);
}

/** What is taken from the cost is taxed first where prices include tax: before this rule it earned less than it said. */
function costGetsTax(compiled: CompiledSetup, one: CompiledOffer): Finding[] {
  const { offer, path } = one;
  const channels = offer.channels.flatMap((code) => {
    const channel = compiled.channels.get(code);
    return channel?.pricesIncludeTax ? [channel.name] : [];
  });
  if (channels.length === 0 || !readsCost(offer)) return [];
  const { deliveryTax = "fixed" } = compiled.setup.business;
  const ofGoods = deliveryTax !== "fixed" && !setTax(compiled, one, offer.chargeType);
  const percent = ofGoods ? {} : { percent: taxInPrices(compiled, one).toString() };
  return [finding("cost-gets-tax", "note", { offer: offer.code, channels, ...percent }, `${path}/plan`)];
}

/** How many times more one currency's unit may be worth than another's before the same step is another price to round to. */
const ALIKE = 3;

/** A rounding is of the quote's currency: 0.90 suits euros and is nothing in a currency of which eleven make one. */
function roundsAlike({ channels, exchange }: CompiledSetup, { offer, path }: CompiledOffer): Finding[] {
  if (!offer.adjust?.rounding) return [];
  const currencies = [
    ...new Set(offer.channels.flatMap((code) => channels.get(code)?.currency ?? [])),
  ].sort();
  const [first = ""] = currencies;
  const worth = currencies.flatMap((currency) => {
    const conversion = exchange.find(first, currency);
    return conversion ? [Number(convert(Decimal.one, conversion).toString())] : [];
  });
  if (Math.max(...worth) <= ALIKE * Math.min(...worth)) return [];
  return [
    finding(
      "rounding-of-one-currency",
      "warning",
      { offer: offer.code, currencies },
      `${path}/adjust/rounding`,
    ),
  ];
}

const isOn = ({ service, carrierActive }: CompiledService) => service.active && carrierActive;

/** Whether some service of it is switched on and leaves from an origin that is. */
function works({ origins }: CompiledSetup, offer: CompiledOffer): boolean {
  const active = [...origins.values()].filter(({ origin }) => origin.active);
  return offer.services.some(
    (service) => isOn(service) && active.some(({ code }) => service.origins?.has(code) ?? true),
  );
}

function countriesWithout(compiled: CompiledSetup): Finding[] {
  const countries = countriesOf(compiled.setup);
  return [...compiled.channels.values()]
    .filter((channel) => channel.active)
    .flatMap((channel) => {
      const offers = (compiled.offers.get(channel.code) ?? []).filter(({ offer }) => offer.active);
      const left = countries.filter((country) => !offers.some((offer) => reaches(offer, country)));
      if (left.length === 0) return [];
      const data = { channel: channel.code, countries: left };
      return [finding("countries-without-offer", "note", data, joinPath("channels", channel.code))];
    });
}

/** Whether an offer goes anywhere in a country: it allows some of it, and a service's chart serves some of it. */
function reaches(offer: CompiledOffer, country: string): boolean {
  if (!allows(offer, country)) return false;
  return offer.services.some(
    (service) => isOn(service) && allows(service, country) && serves(service, country),
  );
}

/** Whether some of a country is allowed by what an offer or a service says of destinations. */
function allows({ only, not }: Pick<CompiledOffer, "only" | "not">, country: string): boolean {
  const named = (place: { country: string }) => place.country === country || place.country === "*";
  const isWhole = (place: (typeof not)[number]) => named(place) && !place.subdivision && !place.pattern;
  return !not.some(isWhole) && (only.length === 0 || only.some(named));
}

function serves({ rate }: CompiledService, country: string): boolean {
  if (rate.kind !== "tariff") return true;
  const { entries } = rate.tariff.chart.chart;
  const own = entries.filter((entry) => entry.country === country);
  const last = own.length > 0 ? own : entries.filter((entry) => entry.country === "*");
  return last.some((entry) => entry.zone !== null);
}

/** Currencies that a channel's quotes would need to come from. */
function missingRates({ channels, offers, exchange, setup }: CompiledSetup): Finding[] {
  const found = new Map<string, Finding>();
  const need = (from: string, to: string, neededBy: string) => {
    if (exchange.find(from, to) || found.has(`${from}>${to}`)) return;
    found.set(
      `${from}>${to}`,
      finding("exchange-rate-missing", "error", { from, to, neededBy }, "exchangeRates"),
    );
  };
  for (const channel of channels.values()) {
    if (!channel.active) continue;
    need(setup.business.homeCurrency, channel.currency, joinPath("channels", channel.code));
    for (const { offer, services } of offers.get(channel.code) ?? []) {
      if (!offer.active) continue;
      if (offer.currency !== undefined)
        need(offer.currency, channel.currency, joinPath("offers", offer.code, "currency"));
      for (const { rate, path, surcharges, carrierCurrency } of services) {
        const tariff = tariffOf(rate);
        if (tariff) need(tariff.currency, channel.currency, path);
        if (surcharges.length > 0) need(carrierCurrency, channel.currency, path);
      }
    }
  }
  return [...found.values()];
}
