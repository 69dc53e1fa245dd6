import { ExchangeRates } from "../money/exchange";
import { Decimal } from "../money/decimal";
import type { CompiledRate } from "../services/compiled-rate";
import { compileService, type CompiledService } from "../services/compiled-service";
import { findDangling } from "../setup/dangling";
import type { Channel } from "../setup/offer";
import type { Parsed } from "../setup/parse-setup";
import { joinPath } from "../setup/path";
import type { Service } from "../setup/service";
import type { Setup } from "../setup/setup";
import type { Tariff } from "../setup/tariff";
import { byRank, compileOrigin, type CompiledOrigin } from "../sourcing/compiled-origin";
import { compileTariff, type CompiledTariff } from "../tariffs/compiled-tariff";
import type { WeightUnit } from "../units/unit";
import { compileChart, type CompiledChart } from "../zones/compiled-chart";
import { compileOffer, type CompiledOffer } from "./compiled-offer";
import type { BusinessTaxing } from "../tax/business-tax";
import { compileTaxRule } from "../tax/delivery-tax";
import { fixedRate, type TaxRate } from "../tax/tax-rate";

/** A setup with its look-up structures. Built once; quotes only read it. */
export interface CompiledSetup {
  readonly setup: Setup;
  readonly exchange: ExchangeRates;
  readonly charts: ReadonlyMap<string, CompiledChart>;
  readonly tariffs: ReadonlyMap<string, CompiledTariff>;
  readonly services: ReadonlyMap<string, CompiledService>;
  readonly channels: ReadonlyMap<string, Channel>;
  /** By channel, in the order customers see them. */
  readonly offers: ReadonlyMap<string, readonly CompiledOffer[]>;
  readonly offerCodes: ReadonlySet<string>;
  /** The offers of the tier `collection`. */
  readonly collected: ReadonlySet<string>;
  readonly origins: ReadonlyMap<string, CompiledOrigin>;
  /** By rank, then by code. */
  readonly byRank: readonly CompiledOrigin[];
  readonly defaultWeights: ReadonlyMap<string, { value: string; unit: WeightUnit }>;
  readonly taxOfChargeType: ReadonlyMap<string, TaxRate>;
  /** How the business taxes delivery: its fixed percentage, and rules by destination, channel and day, in their order. */
  readonly taxing: BusinessTaxing;
}

/** Compiles a setup that passed the schema. Fails with `unknown-code` for each reference to nothing. */
export function compileSetup(setup: Setup): Parsed<CompiledSetup> {
  const problems = findDangling(setup);
  if (problems.length > 0) return { ok: false, problems };
  const charts = new Map(setup.zoneCharts.map((chart) => [chart.code, compileChart(chart)]));
  const tariffs = compileTariffs(setup, charts);
  const services = compileServices(setup, tariffs, charts);
  const origins = setup.origins.map(compileOrigin);
  const offers = setup.offers.map((offer) => compileOffer(offer, setup, charts, services));
  return {
    ok: true,
    value: {
      setup,
      exchange: exchangeRates(setup),
      charts,
      tariffs,
      services,
      channels: new Map(setup.channels.map((channel) => [channel.code, channel])),
      offers: new Map(
        setup.channels.map(({ code }) => [code, offers.filter(({ offer }) => offer.channels.includes(code))]),
      ),
      collected: new Set(setup.offers.flatMap(({ code, tier }) => (tier === "collection" ? [code] : []))),
      offerCodes: new Set(setup.offers.map(({ code }) => code)),
      origins: new Map(origins.map((origin) => [origin.code, origin])),
      byRank: [...origins].sort(byRank),
      defaultWeights: new Map(
        setup.goodsClasses.flatMap((entry) =>
          entry.defaultWeight ? [[entry.code, entry.defaultWeight] as const] : [],
        ),
      ),
      taxing: taxingOf(setup),
      taxOfChargeType: new Map(
        setup.chargeTypes.flatMap((type) =>
          type.taxPercent === undefined
            ? []
            : [
                [
                  type.code,
                  fixedRate(Decimal.of(type.taxPercent), joinPath("chargeTypes", type.code, "taxPercent")),
                ] as const,
              ],
        ),
      ),
    },
  };
}

function taxingOf({ business }: Setup): BusinessTaxing {
  return {
    how: business.deliveryTax ?? "fixed",
    fixed: Decimal.of(business.deliveryTaxPercent),
    rules: (business.deliveryTaxes ?? []).map(compileTaxRule),
  };
}

function exchangeRates(setup: Setup): ExchangeRates {
  const rates = setup.exchangeRates.map((rate) => ({
    ...rate,
    rate: Decimal.of(rate.rate),
    source: joinPath("exchangeRates", rate.from, rate.to, rate.asOf),
  }));
  return new ExchangeRates(rates, setup.business.homeCurrency);
}

function compileTariffs(
  setup: Setup,
  charts: ReadonlyMap<string, CompiledChart>,
): Map<string, CompiledTariff> {
  const compiled = new Map<string, CompiledTariff>();
  for (const tariff of setup.tariffs) {
    const chart = charts.get(tariff.zoneChart);
    if (chart) compiled.set(tariff.code, tariffOn(chart, tariff));
  }
  return compiled;
}

/** Tables that an edit left alone are not compiled again; on a chart that changed they keep all but the chart. */
const tables = new WeakMap<Tariff, CompiledTariff>();

function tariffOn(chart: CompiledChart, tariff: Tariff): CompiledTariff {
  const known = tables.get(tariff);
  if (known?.chart === chart) return known;
  const compiled = known ? { ...known, chart } : compileTariff(tariff, chart);
  tables.set(tariff, compiled);
  return compiled;
}

function compileServices(
  setup: Setup,
  tariffs: ReadonlyMap<string, CompiledTariff>,
  charts: ReadonlyMap<string, CompiledChart>,
): Map<string, CompiledService> {
  const carriers = new Map(setup.carriers.map((carrier) => [carrier.code, carrier]));
  const minutes = new Map(setup.connections.map((entry) => [entry.code, entry.cacheMinutes]));
  return new Map(
    setup.services.map((service) => {
      const carrier = carriers.get(service.carrier);
      const rate = rateOf(service.rate, tariffs, minutes);
      return [
        service.code,
        compileService(service, { carrier, rate, charts, goodsClasses: setup.goodsClasses }),
      ];
    }),
  );
}

function rateOf(
  rate: Service["rate"],
  tariffs: ReadonlyMap<string, CompiledTariff>,
  minutes: ReadonlyMap<string, number>,
): CompiledRate {
  if ("live" in rate) {
    const { fallback } = rate;
    const named = typeof fallback === "object" ? fallback : undefined;
    return {
      kind: "live",
      connection: rate.live,
      liveService: rate.liveService,
      cacheMinutes: minutes.get(rate.live) ?? 0,
      fallbackTariff: named && "tariff" in named ? tariffs.get(named.tariff) : undefined,
      lastKnownHours: named && "lastKnownHours" in named ? named.lastKnownHours : undefined,
    };
  }
  const tariff = "tariff" in rate ? tariffs.get(rate.tariff) : undefined;
  return tariff ? { kind: "tariff", tariff } : { kind: "none" };
}
