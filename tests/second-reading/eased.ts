import type { Item } from "@/core/setup/item";
import type { Setup } from "@/core/setup/setup";
import type { AnyBusiness } from "../support/any-business";

/**
 * The same business with what bars most orders taken away: everything is switched on, priced, weighed and measured, goes
 * everywhere, and every currency has a rate. What is left are the figures.
 */
export function eased({ setup, items, request }: AnyBusiness): AnyBusiness {
  return {
    setup: {
      ...setup,
      exchangeRates: [...setup.exchangeRates, ...allRates],
      origins: setup.origins.map((origin) => ({
        ...origin,
        active: true,
        refusesGoodsClasses: [],
        serves: [],
      })),
      carriers: setup.carriers.map((carrier) => ({ ...carrier, active: true })),
      zoneCharts: setup.zoneCharts.map((chart) => ({
        ...chart,
        origins: [],
        entries: chart.entries.filter(({ zone }) => zone !== null),
      })),
      services: setup.services.map(easedService),
      tariffs: setup.tariffs.map((tariff) => ({ ...tariff, editions: tariff.editions.map(easedEdition) })),
      offers: setup.offers.map(
        ({
          onlyGoodsClasses: _o,
          customerGroups: _g,
          couponOnly: _c,
          destinations: _d,
          poBox: _p,
          ...offer
        }) => ({
          ...offer,
          refusesGoodsClasses: [],
          active: true,
        }),
      ),
      itemExceptions: setup.itemExceptions.filter(({ do: effect }) => effect !== "ban"),
    },
    items: items.map(easedItem),
    request,
  };
}

const allRates: Setup["exchangeRates"] = [
  { from: "SEK", to: "EUR", rate: "0.0871", asOf: "2026-01-01" },
  { from: "EUR", to: "JPY", rate: "163.4", asOf: "2026-01-01" },
  { from: "SEK", to: "JPY", rate: "14.3", asOf: "2026-01-01" },
];

type Service = Setup["services"][number];

function easedService({
  origins: _o,
  destinations: _d,
  limits,
  accepts: _a,
  mode: _m,
  ...service
}: Service): Service {
  const { maxShipmentWeight, maxGoodsValue } = limits ?? {};
  return {
    ...service,
    active: true,
    accepts: { cashOnDelivery: true },
    limits: {
      ...(maxShipmentWeight ? { maxShipmentWeight } : {}),
      ...(maxGoodsValue ? { maxGoodsValue } : {}),
    },
    rate: "live" in service.rate ? { tariff: "B1" } : service.rate,
  };
}

type Edition = Setup["tariffs"][number]["editions"][number];

/** Without an upper end, so that nothing is above it; empty cells stay. */
function easedEdition(edition: Edition): Edition {
  const last = edition.breaks.length - 1;
  const isUpTo = edition.breaks[0]?.edge !== "0";
  return {
    ...edition,
    breaks: edition.breaks.map((one, i) => (isUpTo && i === last ? { ...one, edge: null } : one)),
    ...(edition.bands
      ? { bands: { ...edition.bands, edges: [...edition.bands.edges.slice(0, -1), null] } }
      : {}),
  };
}

const easedItem = (item: Item): Item => ({
  weight: { value: "1.5", unit: "kg" },
  size: { length: "40", width: "30", height: "20", unit: "cm" },
  unitPrice: "19.90",
  ...item,
});
