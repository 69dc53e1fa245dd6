import { ExchangeRates } from "../money/exchange";
import { Decimal } from "../money/decimal";
import { compileService, type CompiledService } from "../services/compiled-service";
import { findDangling } from "../setup/dangling";
import type { Channel, Offer } from "../setup/offer";
import type { Parsed } from "../setup/parse-setup";
import type { Setup } from "../setup/setup";
import { findUnsupported } from "../setup/unsupported";
import { compileTariff, type CompiledTariff } from "../tariffs/compiled-tariff";
import type { SourcingOrigin } from "../sourcing/candidate";
import type { WeightUnit } from "../units/unit";
import { compileChart, type CompiledChart } from "../zones/compiled-chart";
import type { Position } from "../zones/country-positions";

/** A setup with its look-up structures. Built once; quotes only read it. */
export interface CompiledSetup {
  readonly setup: Setup;
  readonly exchange: ExchangeRates;
  readonly charts: ReadonlyMap<string, CompiledChart>;
  readonly tariffs: ReadonlyMap<string, CompiledTariff>;
  readonly services: ReadonlyMap<string, CompiledService>;
  readonly channels: ReadonlyMap<string, Channel>;
  /** By channel, in the order customers see them. */
  readonly offers: ReadonlyMap<string, readonly Offer[]>;
  /** The origins that an offer's working services leave from. */
  readonly originsOf: ReadonlyMap<string, ReadonlySet<string>>;
  readonly positions: ReadonlyMap<string, Position>;
  /** By rank, then by code. */
  readonly ranks: readonly Omit<SourcingOrigin, "distance">[];
  readonly defaultWeights: ReadonlyMap<string, { value: string; unit: WeightUnit }>;
  readonly taxOfChargeType: ReadonlyMap<string, Decimal>;
}

/**
 * Compiles a setup that passed the schema. Fails with `unknown-code` for each reference to nothing and
 * `not-supported-yet` for each part the computation does not know.
 */
export function compileSetup(setup: Setup): Parsed<CompiledSetup> {
  const problems = [...findDangling(setup), ...findUnsupported(setup)];
  if (problems.length > 0) return { ok: false, problems };
  const charts = new Map(setup.zoneCharts.map((chart) => [chart.code, compileChart(chart)]));
  const tariffs = compileTariffs(setup, charts);
  const services = compileServices(setup, tariffs);
  return {
    ok: true,
    value: {
      setup,
      exchange: exchangeRates(setup),
      charts,
      tariffs,
      services,
      originsOf: originsByOffer(setup, services),
      channels: new Map(setup.channels.map((channel) => [channel.code, channel])),
      offers: offersByChannel(setup),
      positions: new Map(
        setup.origins.flatMap((origin) => (origin.position ? [[origin.code, origin.position] as const] : [])),
      ),
      ranks: setup.origins
        .map(({ code, rank }) => ({ code, rank }))
        .sort((a, b) => a.rank - b.rank || (a.code < b.code ? -1 : 1)),
      defaultWeights: new Map(
        setup.goodsClasses.flatMap((entry) =>
          entry.defaultWeight ? [[entry.code, entry.defaultWeight] as const] : [],
        ),
      ),
      taxOfChargeType: new Map(
        setup.chargeTypes.flatMap((type) =>
          type.taxPercent === undefined ? [] : [[type.code, Decimal.of(type.taxPercent)] as const],
        ),
      ),
    },
  };
}

function exchangeRates(setup: Setup): ExchangeRates {
  const rates = setup.exchangeRates.map((rate, index) => ({
    ...rate,
    rate: Decimal.of(rate.rate),
    source: `exchangeRates/${index}`,
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
    if (chart) compiled.set(tariff.code, compileTariff(tariff, chart));
  }
  return compiled;
}

function compileServices(
  setup: Setup,
  tariffs: ReadonlyMap<string, CompiledTariff>,
): Map<string, CompiledService> {
  const carriers = new Map(setup.carriers.map((carrier) => [carrier.code, carrier]));
  const compiled = setup.services.map((service) => {
    const tariff = "tariff" in service.rate ? tariffs.get(service.rate.tariff) : undefined;
    return [service.code, compileService(service, carriers.get(service.carrier), tariff)] as const;
  });
  return new Map(compiled);
}

function offersByChannel(setup: Setup): Map<string, Offer[]> {
  return new Map(
    setup.channels.map((channel) => [
      channel.code,
      setup.offers.filter((offer) => offer.channels.includes(channel.code)),
    ]),
  );
}

function originsByOffer(
  setup: Setup,
  services: ReadonlyMap<string, CompiledService>,
): Map<string, ReadonlySet<string>> {
  const leaving = (code: string) => {
    const service = services.get(code);
    return service?.service.active && service.carrierActive
      ? [...(service.origins ?? setup.origins.map((origin) => origin.code))]
      : [];
  };
  return new Map(setup.offers.map((offer) => [offer.code, new Set(offer.services.flatMap(leaving))]));
}
