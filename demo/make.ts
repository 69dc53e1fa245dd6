import { writeFileSync } from "node:fs";
import { join } from "node:path";
import { differenceOf } from "@/core/setup/difference";
import type { Setup } from "@/core/setup/setup";
import { draftOf } from "./parts/draft";
import { carriers, services } from "./parts/carriers";
import { items } from "./parts/items";
import { channels, itemExceptions, offers } from "./parts/offers";
import { makeOrders } from "./parts/orders";
import { goodsClasses, origins, zoneCharts } from "./parts/places";
import { rateList } from "./parts/rate-list";
import { tariffs } from "./parts/tariffs";
import { trials } from "./parts/trials";

/** The table whose next edition waits in the draft. */
const PREPARED = "PNP-PARCEL-BUY";

function thisYear(tariff: Setup["tariffs"][number]): Setup["tariffs"][number] {
  return { ...tariff, editions: tariff.editions.filter(({ label }) => label !== "2027") };
}

/** `npm run demo:make`: writes the demo business from its parts. */
const setup: Setup = {
  format: "wallodrom-setup/1",
  business: {
    name: "Nettle & Comb",
    country: "EE",
    homeCurrency: "EUR",
    timeZone: "Europe/Tallinn",
    units: { weight: "kg", length: "cm" },
    deliveryTaxPercent: "22",
    deliveryTax: "highestOfGoods",
  },
  exchangeRates: [
    { from: "SEK", to: "EUR", rate: "0.0871", asOf: "2026-11-02" },
    { from: "PLN", to: "EUR", rate: "0.2318", asOf: "2026-01-05" },
    { from: "PLN", to: "EUR", rate: "0.2342", asOf: "2026-10-12" },
  ],
  chargeTypes: [
    { code: "freight", name: "Freight", reasonCode: "FC" },
    { code: "fuel", name: "Fuel", reasonCode: "FC" },
    { code: "handling", name: "Handling", reasonCode: "HD" },
  ],
  goodsClasses,
  origins,
  carriers,
  zoneCharts,
  services,
  tariffs: tariffs.map((tariff) => (tariff.code === PREPARED ? thisYear(tariff) : tariff)),
  channels,
  offers,
  itemExceptions,
  sourcing: {
    split: "byLine",
    objectives: ["fewestShipments", "lowestCost", "nearest", "rank"],
    fallbackOrigin: "TRT",
  },
  connections: [
    { code: "sim-tern", adapter: "ternwing", carrier: "TRN", timeoutMs: 1500, cacheMinutes: 30 },
    { code: "sim-stone", adapter: "stonepier", carrier: "STP", timeoutMs: 1500, cacheMinutes: 120 },
    { code: "sim-amber", adapter: "wallodrom", carrier: "AMB", timeoutMs: 1200, cacheMinutes: 60 },
  ],
};

const smallest: Setup = {
  ...setup,
  business: {
    name: "One shed",
    country: "EE",
    homeCurrency: "EUR",
    timeZone: "Europe/Tallinn",
    units: { weight: "kg", length: "cm" },
    deliveryTaxPercent: "22",
  },
  exchangeRates: [],
  itemExceptions: [],
  connections: [],
  chargeTypes: [{ code: "freight", name: "Freight" }],
  goodsClasses: [],
  origins: [
    {
      code: "SHED",
      name: "The shed",
      kind: "warehouse",
      address: { lines: ["Lane 1"], city: "Tartu", postcode: "50107", country: "EE" },
      timeZone: "Europe/Tallinn",
      cutOff: "14:00",
      handlingDays: 1,
      workdays: [1, 2, 3, 4, 5],
      rank: 1,
      active: true,
    },
  ],
  carriers: [
    {
      code: "POST",
      name: "Post",
      country: "EE",
      currency: "EUR",
      units: { weight: "kg", volume: "m3" },
      workdays: [1, 2, 3, 4, 5],
      active: true,
    },
  ],
  zoneCharts: [
    {
      code: "ALL",
      name: "Everywhere",
      zones: [
        { code: "1", name: "Estonia" },
        { code: "2", name: "Abroad" },
      ],
      entries: [
        { zone: "1", country: "EE" },
        { zone: "2", country: "*" },
      ],
    },
  ],
  services: [
    {
      code: "PARCEL",
      carrier: "POST",
      name: "Parcel",
      tier: "standard",
      transit: { minDays: 1, maxDays: 3 },
      rate: { tariff: "PARCEL-BUY" },
      active: true,
    },
  ],
  tariffs: [
    {
      code: "PARCEL-BUY",
      name: "Parcel",
      side: "buy",
      currency: "EUR",
      zoneChart: "ALL",
      measure: "actualWeight",
      unit: "kg",
      boundary: "upTo",
      editions: [
        {
          label: "2026",
          from: "2026-01-01",
          breaks: [
            { edge: "5", rate: "flat" },
            { edge: "30", rate: "flat" },
          ],
          rows: [
            { zone: "1", rates: ["4.20", "7.90"] },
            { zone: "2", rates: ["12.50", "21.00"] },
          ],
        },
      ],
    },
  ],
  channels: [{ code: "web", name: "Web shop", currency: "EUR", pricesIncludeTax: false, active: true }],
  offers: [
    {
      code: "parcel",
      name: "Parcel",
      channels: ["web"],
      services: ["PARCEL"],
      pick: "cheapest",
      acrossOrigins: "any",
      plan: { kind: "costPlus" },
      adjust: { marginPercent: "10" },
      chargeType: "freight",
      active: true,
    },
  ],
  sourcing: { split: "never", objectives: ["rank"], fallbackOrigin: "SHED" },
};

const prices = new Map(items.map((item) => [item.sku, Number(item.unitPrice)]));
const taxes = new Map(items.map((item) => [item.sku, Number(item.taxPercent)]));
const write = (file: string, value: unknown) =>
  writeFileSync(join(import.meta.dirname, file), `${JSON.stringify(value, null, 1)}\n`);

write("nettle-and-comb.setup.json", setup);
const prepared = tariffs.find(({ code }) => code === PREPARED);
if (prepared) write("nettle-and-comb.draft.json", differenceOf(setup, draftOf(setup, prepared)));
write("nettle-and-comb.items.json", items);
write("nettle-and-comb.orders.json", makeOrders(prices, taxes));
write("nettle-and-comb.trials.json", trials);
const [day, zones] = [
  tariffs.find(({ code }) => code === "TRN-ECO-BUY"),
  zoneCharts.find(({ code }) => code === "TRN"),
];
if (day && zones) writeFileSync(join(import.meta.dirname, "ternwing-2027.csv"), rateList(day, zones));
write("smallest.setup.json", smallest);
write("smallest.request.json", {
  channel: "web",
  placedAt: "2026-11-24T10:15:00Z",
  shipTo: { country: "SE", postcode: "621 45" },
  lines: [{ sku: "BOX", quantity: 2, item: { weight: { value: "1.8", unit: "kg" }, unitPrice: "12.00" } }],
});
