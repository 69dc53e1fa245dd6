import type { Setup } from "./setup";

/** Made-up beginnings of one carrier each, to be changed into one's own. */
export const startTemplates = ["parcel", "courier", "pallet"] as const;
export type StartTemplate = (typeof startTemplates)[number];

interface Shape {
  readonly carrier: string;
  readonly service: string;
  readonly offer: string;
  readonly tier: "standard" | "express" | "freight";
  readonly transit: { readonly minDays: number; readonly maxDays: number };
  readonly maxParcelWeight?: string;
  /** Upper edges in kg, and for each the rate at home and abroad in the home currency. */
  readonly breaks: readonly (readonly [edge: string, home: string, abroad: string])[];
  readonly fuelPercent?: string;
  readonly volumetricDivisor?: string;
}

const shapes: Readonly<Record<StartTemplate, Shape>> = {
  parcel: {
    carrier: "Parcel carrier",
    service: "Parcel to the door",
    offer: "To your door",
    tier: "standard",
    transit: { minDays: 1, maxDays: 3 },
    maxParcelWeight: "31.5",
    breaks: [
      ["2", "4.00", "9.00"],
      ["5", "5.00", "12.00"],
      ["10", "7.00", "17.00"],
      ["31.5", "12.00", "29.00"],
    ],
  },
  courier: {
    carrier: "Courier",
    service: "Courier express",
    offer: "Express",
    tier: "express",
    transit: { minDays: 1, maxDays: 1 },
    maxParcelWeight: "40",
    breaks: [
      ["1", "9.00", "24.00"],
      ["5", "13.00", "36.00"],
      ["20", "24.00", "79.00"],
      ["40", "41.00", "140.00"],
    ],
    fuelPercent: "12",
    volumetricDivisor: "5000",
  },
  pallet: {
    carrier: "Road haulier",
    service: "Pallet by road",
    offer: "Freight by road",
    tier: "freight",
    transit: { minDays: 2, maxDays: 5 },
    breaks: [
      ["100", "45.00", "90.00"],
      ["300", "70.00", "150.00"],
      ["600", "110.00", "230.00"],
      ["1000", "160.00", "340.00"],
    ],
  },
};

/**
 * A setup with a template's carrier, service, zones (the home country, and everywhere else), rates and an offer at cost with a
 * margin of 10 %: enough to quote by, all of it made up, in the home currency from a day on (`YYYY-MM-DD`).
 */
export function withTemplate(setup: Setup, template: StartTemplate, from: string): Setup {
  const shape = shapes[template];
  return {
    ...setup,
    carriers: [...setup.carriers, carrierOf(setup, shape, from)],
    zoneCharts: [...setup.zoneCharts, chartOf(setup)],
    tariffs: [...setup.tariffs, tariffOf(setup, shape, from)],
    services: [...setup.services, serviceOf(shape)],
    offers: [...setup.offers, offerOf(setup, shape)],
  };
}

function carrierOf(
  { business }: Setup,
  { carrier, fuelPercent }: Shape,
  from: string,
): Setup["carriers"][number] {
  return {
    code: "CARRIER",
    name: carrier,
    country: business.country,
    currency: business.homeCurrency,
    units: { weight: "kg", volume: "m3" },
    workdays: [1, 2, 3, 4, 5],
    active: true,
    ...(fuelPercent === undefined ? {} : { fuelIndex: [{ from, percent: fuelPercent }] }),
  };
}

function chartOf({ business: { country } }: Setup): Setup["zoneCharts"][number] {
  return {
    code: "ZONES",
    name: "Home and abroad",
    zones: [
      { code: "1", name: "Home" },
      { code: "2", name: "Abroad" },
    ],
    entries: [
      { zone: "1", country },
      { zone: "2", country: "*" },
    ],
  };
}

function tariffOf({ business }: Setup, { service, breaks }: Shape, from: string): Setup["tariffs"][number] {
  return {
    code: "RATES",
    name: `${service}, what we pay`,
    side: "buy",
    currency: business.homeCurrency,
    zoneChart: "ZONES",
    measure: "chargeableWeight",
    unit: "kg",
    boundary: "upTo",
    editions: [
      {
        label: from.slice(0, 4),
        from,
        breaks: breaks.map(([edge]) => ({ edge, rate: "flat" })),
        rows: [
          { zone: "1", rates: breaks.map(([, home]) => home) },
          { zone: "2", rates: breaks.map(([, , abroad]) => abroad) },
        ],
      },
    ],
  };
}

function serviceOf(shape: Shape): Setup["services"][number] {
  const { maxParcelWeight, volumetricDivisor, fuelPercent } = shape;
  return {
    code: "SERVICE",
    carrier: "CARRIER",
    name: shape.service,
    tier: shape.tier,
    mode: "road",
    transit: shape.transit,
    ...(maxParcelWeight === undefined
      ? {}
      : { limits: { maxParcelWeight: { value: maxParcelWeight, unit: "kg" } } }),
    ...(volumetricDivisor === undefined ? {} : { volumetric: { divisor: volumetricDivisor } }),
    rate: { tariff: "RATES" },
    ...(fuelPercent === undefined
      ? {}
      : {
          surcharges: [{ code: "fuel", name: "Fuel", amount: { percentFromFuelIndex: true, of: "freight" } }],
        }),
    active: true,
  };
}

function offerOf({ channels, chargeTypes }: Setup, { offer }: Shape): Setup["offers"][number] {
  return {
    code: "OFFER",
    name: offer,
    channels: channels.map(({ code }) => code),
    services: ["SERVICE"],
    pick: "cheapest",
    acrossOrigins: "any",
    plan: { kind: "costPlus" },
    adjust: { marginPercent: "10", rounding: { step: "0.10", mode: "up" } },
    chargeType: chargeTypes[0]?.code ?? "freight",
    active: true,
  };
}
