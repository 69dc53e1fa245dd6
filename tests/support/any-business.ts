import fc from "fast-check";
import type { Item } from "@/core/setup/item";
import type { Setup } from "@/core/setup/setup";
import {
  amount,
  channelCodes,
  chartCodes,
  classCodes,
  cm,
  conditions,
  currencies,
  day,
  defined,
  destination,
  destinations,
  figure,
  kg,
  money,
  mostly,
  offerCodes,
  one,
  opt,
  originCodes,
  percent,
  plan,
  rare,
  serviceCodes,
  skus,
  some,
  zoneCodes,
} from "./any-plan";

/** A business whose codes all lead somewhere, items, and an order for it: every field of the format occurs now and then. */
export interface AnyBusiness {
  readonly setup: Setup;
  readonly items: readonly Item[];
  readonly request: object;
}

/** A table of two or three rising breaks, perhaps with a band of goods values, empty cells and bounds. */
const edition = fc
  .record({
    kinds: fc.array(one("flat", "perUnit", "basePlus"), { minLength: 2, maxLength: 3 }),
    isOpen: fc.boolean(),
    isBanded: fc.boolean(),
    cells: fc.array(fc.option(money, { nil: null, freq: 6 }), { minLength: 24, maxLength: 24 }),
    bounds: fc.record({ minimum: opt(one("1", "2.50")), maximum: opt(one("30", "45.5")) }),
    lowerNextBreak: opt(fc.boolean()),
    to: opt(one("2027-12-31")),
  })
  .map(({ kinds, isOpen, isBanded, cells, bounds, lowerNextBreak, to }) => (boundary: string) => {
    const last = kinds.length - 1;
    let next = 0;
    const page = () => kinds.map(() => cells[next++ % cells.length] ?? null);
    return {
      label: "2026",
      from: "2026-01-01",
      to,
      breaks: kinds.map((rate, i) => ({
        edge:
          isOpen && i === last && boundary === "upTo"
            ? null
            : String(boundary === "upTo" ? (i + 1) * 10 : i * 10),
        rate,
        ...(rate === "flat" ? {} : { per: "1" }),
      })),
      bands: isBanded
        ? isOpen
          ? { measure: "goodsValue", currency: "EUR", edges: ["50", null] }
          : { measure: "actualWeight", unit: "kg", edges: ["5", null] }
        : undefined,
      rows: zoneCodes.map((zone) => ({
        zone,
        rates: isBanded && boundary === "upTo" ? [page(), page()] : page(),
        ...bounds,
      })),
      lowerNextBreak,
    };
  });
const tariff = fc
  .record({
    currency: one(...currencies),
    zoneChart: one(...chartCodes),
    of: one(
      { measure: "chargeableWeight", unit: "kg" },
      { measure: "actualWeight", unit: "lb" },
      { measure: "volume", unit: "l" },
      { measure: "quantity" },
      { measure: "goodsValue" },
      { measure: "goodsValueIncTax" },
      { measure: "parcels" },
      { measure: "distance", unit: "km" },
    ),
    boundary: one("upTo", "from"),
    edition,
  })
  .map(({ of, boundary, edition: make, ...rest }) => {
    const made = make(boundary);
    // a band's edges are lower ends in a table of lower ends: kept to tables of upper ends
    return {
      ...rest,
      ...of,
      boundary,
      editions: [boundary === "upTo" ? made : { ...made, bands: undefined }],
    };
  });

const address = (country: string) => ({ lines: ["Street 1"], city: "Town", postcode: "50107", country });
const origin = fc.record({
  kind: one("warehouse", "store", "supplier"),
  returnAddress: opt(fc.constant({ ...address("EE"), subdivision: "EE-79" })),
  position: opt(fc.record({ lat: one(58.37, 59.4), lon: one(26.72, 24.7) })),
  contact: opt(fc.constant({ name: "Mari", phone: "1", email: "mari@nettle-comb.example" })),
  timeZone: one("Europe/Tallinn", "Europe/Stockholm"),
  cutOff: one("00:00", "14:00"),
  handlingDays: fc.integer({ min: 0, max: 2 }),
  workdays: one([1, 2, 3, 4, 5], [6, 7], []),
  holidays: opt(fc.constant(["2026-11-25"])),
  serves: rare(fc.array(destination, { maxLength: 2 })),
  refusesGoodsClasses: rare(some(classCodes)),
  active: mostly,
});
const carrier = fc.record({
  currency: one(...currencies),
  units: fc.record({ weight: one("kg", "lb"), volume: one("m3", "l") }),
  workdays: one([1, 2, 3, 4, 5], [1, 2, 3, 4, 5, 6]),
  fuelIndex: opt(
    fc.constant([
      { from: "2026-11-25", percent: "12.5" },
      { from: "2026-01-01", percent: "4" },
    ]),
  ),
  details: opt(
    fc.constant({
      legalName: "Carrier AS",
      language: "et",
      taxId: "EE1",
      scac: "CARR",
      website: "https://carrier.example",
      addresses: [{ code: "HQ", ...address("EE"), subdivision: "EE-79" }],
      contacts: [{ name: "Jaan", phone: "2", email: "jaan@carrier.example" }],
    }),
  ),
  active: mostly,
});
const chart = fc.record({
  origins: opt(some(originCodes)),
  entries: fc.array(
    fc
      .tuple(fc.option(one(...zoneCodes), { nil: null, freq: 8 }), destination)
      .map(([zone, place]) => ({ zone, ...place })),
    { maxLength: 4 },
  ),
});
const service = fc.record({
  carrier: one("C1", "C2"),
  tier: one("economy", "standard", "express", "freight", "collection"),
  origins: opt(some(originCodes)),
  transit: fc.record({
    minDays: fc.integer({ min: 0, max: 2 }),
    maxDays: fc.integer({ min: 2, max: 5 }),
    byZone: opt(fc.constant([{ zone: "1", minDays: 3, maxDays: 4 }])),
  }),
  destinations: rare(destinations),
  limits: opt(
    fc.record({
      minParcelWeight: rare(kg),
      maxParcelWeight: rare(kg),
      minShipmentWeight: rare(kg),
      maxShipmentWeight: rare(kg),
      maxLength: rare(cm),
      maxGirthPlusLength: rare(cm),
      maxVolume: rare(fc.record({ value: figure, unit: one("m3", "l") })),
      maxGoodsValue: rare(fc.record({ amount: one("100", "500"), currency: one(...currencies) })),
      maxParcels: rare(fc.integer({ min: 1, max: 5 })),
    }),
  ),
  accepts: opt(
    fc.record({
      poBox: rare(fc.boolean()),
      cashOnDelivery: opt(fc.boolean()),
      collectionPoint: opt(fc.boolean()),
      signature: opt(fc.boolean()),
      refusesGoodsClasses: rare(some(classCodes)),
      onlyGoodsClasses: rare(some(classCodes)),
    }),
  ),
  mode: opt(one("road", "air")),
  volumetric: opt(one({ divisor: "5000" }, { kgPerM3: "250" })),
  weightStep: opt(fc.constant({ value: "0.5", unit: "kg" })),
  rate: one(
    { tariff: "B1" },
    { tariff: "B1" },
    { tariff: "B2" },
    { tariff: "B2" },
    { none: true },
    { none: true },
    { live: "L1", liveService: "day", fallback: { tariff: "B1" } },
    { live: "L1", liveService: "day", fallback: { lastKnownHours: 24 } },
    { live: "L1", liveService: "day", fallback: "passOver" },
  ),
  surcharges: opt(
    fc.array(
      fc.record({
        name: one("Fuel", "Island"),
        from: opt(one("2026-11-01", "2026-11-25")),
        to: opt(one("2026-11-25", "2026-12-24")),
        when: opt(conditions),
        amount,
        min: opt(money),
        max: opt(money),
        chargeType: opt(one("freight", "handling")),
      }),
      { maxLength: 2 },
    ),
  ),
  active: mostly,
});
const channel = fc.record({
  currency: one(...currencies),
  pricesIncludeTax: fc.boolean(),
  whenFree: opt(one("listAll", "dropSlowerOrEqual")),
  preselect: opt(one("cheapest", "fastest", "first", "f1")),
  active: fc.constant(true),
});
const offer = fc.record({
  names: opt(fc.constant({ et: "Koju" })),
  text: opt(fc.constant("By van.")),
  channels: some(channelCodes, 1),
  tier: opt(one("economy", "standard", "express", "freight", "collection")),
  services: some(serviceCodes, 1),
  pick: one("cheapest", "fastest", "listed"),
  acrossOrigins: one("any", "sameService"),
  destinations: rare(destinations),
  poBox: rare(fc.boolean()),
  customerGroups: rare(some(["club", "dealer"])),
  onlyGoodsClasses: rare(some(classCodes)),
  refusesGoodsClasses: rare(some(["bulky"])),
  couponOnly: rare(fc.constant("HONEY")),
  plan,
  currency: opt(one(...currencies)),
  charged: opt(one("perOrder", "perShipmentSum", "perShipmentHighest")),
  adjust: opt(
    fc.record({
      marginPercent: opt(percent),
      additions: opt(
        fc.array(
          fc.record({
            name: one("Handling", "Cover"),
            when: opt(conditions),
            amount,
            chargeType: opt(one("freight", "handling")),
            showSeparately: opt(fc.boolean()),
          }),
          { maxLength: 2 },
        ),
      ),
      minimum: opt(money),
      maximum: opt(money),
      rounding: opt(
        one(
          { step: "0.10", mode: "up" },
          { step: "0.05", mode: "nearest" },
          { ending: "0.90" },
          { ending: "95" },
        ),
      ),
    }),
  ),
  free: opt(
    fc.oneof(
      conditions.map((anyOf) => ({ anyOf })),
      conditions.map((allOf) => ({ allOf })),
    ),
  ),
  chargeType: one("freight", "handling"),
  taxPercent: opt(percent),
  active: mostly,
});
const exception = fc.record({
  item: opt(one(...skus)),
  goodsClass: opt(one(...classCodes)),
  offer: opt(one(...offerCodes)),
  destinations: rare(fc.array(destination, { maxLength: 2 })),
  do: fc.oneof(
    money.map((instead) => ({ instead })),
    money.map((extra) => ({ extra })),
    one("ban", "shipsFree"),
  ),
});

const goods = fc.record({
  gtin: opt(fc.constant("4740000000017")),
  weight: fc.option(kg, { nil: undefined, freq: 8 }),
  size: opt(fc.constant({ length: "30", width: "20.5", height: "10", unit: "cm" })),
  goodsClass: opt(one(...classCodes)),
  unitPrice: opt(money),
  currency: opt(one(...currencies)),
  taxPercent: opt(one("9", "24")),
  shippable: rare(fc.boolean()),
  shipsAlone: opt(fc.boolean()),
  notBy: rare(fc.constant(["air"])),
  stock: opt(
    some(originCodes, 1).chain((list) =>
      fc.tuple(
        ...list.map((code) =>
          fc.record({ origin: fc.constant(code), quantity: fc.integer({ min: 0, max: 8 }) }),
        ),
      ),
    ),
  ),
});
/** A line of several pieces may leave from two places a person chose: one piece from the first, the rest from the second. */
function pinnedByPieces<
  L extends { quantity: number; origin: unknown; origins: readonly string[] | undefined },
>({ origins, ...line }: L) {
  const [first, second] = origins ?? [];
  if (first === undefined || second === undefined || line.quantity < 2) return line;
  return {
    ...line,
    origin: undefined,
    origins: [
      { origin: first, quantity: 1 },
      { origin: second, quantity: line.quantity - 1 },
    ],
  };
}

const request = fc.record({
  channel: one(...channelCodes),
  placedAt: opt(one("2026-11-24T08:00:00Z", "2026-11-24T21:30:00+02:00", "2026-11-28T12:00:00Z")),
  currency: opt(one(...currencies)),
  shipTo: fc.record({
    country: one("EE", "SE", "FI"),
    subdivision: fc.constant(undefined),
    postcode: opt(one("10111", "50107", "621 45")),
    city: opt(fc.constant("Town")),
    poBox: rare(fc.boolean()),
    collectionPoint: opt(fc.boolean()),
  }),
  customer: opt(fc.record({ group: opt(one("club", "dealer")), taxId: rare(fc.constant("EE100")) })),
  coupon: opt(one("HONEY", "X")),
  cashOnDelivery: rare(fc.boolean()),
  cashOnDeliveryAmount: rare(money),
  signature: rare(fc.boolean()),
  lines: fc.array(
    fc
      .record({
        sku: one(...skus),
        quantity: fc.integer({ min: 1, max: 5 }),
        unitPrice: opt(money),
        discount: opt(one("0", "0.50")),
        taxPercent: opt(one("0", "24")),
        origin: rare(one(...originCodes)),
        origins: rare(fc.tuple(one(...originCodes), one(...originCodes))),
        item: rare(goods),
      })
      .map(pinnedByPieces),
    { minLength: 1, maxLength: 4 },
  ),
  offers: rare(some(offerCodes, 1)),
});

const named = <T extends object>(codes: readonly string[], list: readonly T[]) =>
  list.map((own, i) => ({ code: codes[i], name: `Name of ${codes[i]}`, ...own }));
const listOf = <T>(arb: fc.Arbitrary<T>, codes: readonly string[]) =>
  fc.array(arb, { minLength: codes.length, maxLength: codes.length });

/** A rule of the tax on delivery with what it says of it. */
const taxRule = <T extends Record<string, fc.Arbitrary<unknown>>>(says: T) =>
  fc.record({
    from: one("2026-01-01", "2026-11-25"),
    to: opt(one("2026-12-31")),
    destinations: opt(fc.array(destination, { maxLength: 2 })),
    channels: opt(some(channelCodes)),
    ...says,
  });

export const anyBusiness: fc.Arbitrary<AnyBusiness> = fc
  .record({
    business: fc.record({
      homeCurrency: one(...currencies),
      units: fc.record({ weight: one("kg", "g", "lb", "oz"), length: one("cm", "in") }),
      deliveryTaxPercent: one("0", "22"),
      deliveryTax: opt(one("fixed", "highestOfGoods", "weightedByGoods", "splitByGoods")),
      deliveryTaxes: opt(
        fc.array(
          fc.oneof(
            taxRule({ percent: one("0", "24") }),
            taxRule({ reverseChargeWithTaxId: fc.constant(true as const) }),
          ),
          { maxLength: 2 },
        ),
      ),
    }),
    rates: fc.array(
      fc.record({
        pair: one(["SEK", "EUR"], ["EUR", "JPY"], ["SEK", "JPY"]),
        rate: one("0.08", "0.1", "160"),
        asOf: day,
      }),
      { minLength: 2, maxLength: 5 },
    ),
    defaultWeight: opt(kg),
    notBy: rare(fc.constant(["air"])),
    origins: listOf(origin, originCodes),
    ranks: fc.shuffledSubarray([1, 2, 3], { minLength: 3 }),
    carriers: listOf(carrier, ["C1", "C2"]),
    charts: listOf(chart, chartCodes),
    services: listOf(service, serviceCodes),
    tariffs: listOf(tariff, ["B1", "B2", "T1"]),
    channels: listOf(channel, channelCodes),
    offers: listOf(offer, offerCodes),
    exceptions: fc.oneof(
      { weight: 3, arbitrary: fc.constant([]) },
      { weight: 1, arbitrary: fc.array(exception, { maxLength: 2 }) },
    ),
    sourcing: fc.record({
      split: one("never", "byLine", "byPiece"),
      objectives: fc.shuffledSubarray(["fewestShipments", "lowestCost", "nearest", "rank"]),
      fallbackOrigin: one(...originCodes),
    }),
    items: listOf(goods, skus),
    request,
  })
  .map((any) => ({
    setup: defined<Setup>({
      format: "wallodrom-setup/1",
      business: { name: "Any business", country: "EE", timeZone: "Europe/Tallinn", ...any.business },
      exchangeRates: any.rates.map(({ pair: [from, to], rate, asOf }) => ({ from, to, rate, asOf })),
      chargeTypes: [
        { code: "freight", name: "Freight", reasonCode: "FC" },
        { code: "handling", name: "Handling", taxPercent: "9" },
      ],
      goodsClasses: [
        { code: "small", name: "Small", notBy: any.notBy },
        { code: "bulky", name: "Bulky", defaultWeight: any.defaultWeight },
      ],
      origins: named(originCodes, any.origins).map((own, i) => ({
        ...own,
        address: i === 2 ? address("SE") : { ...address("EE"), subdivision: "EE-79" },
        rank: any.ranks[i],
      })),
      carriers: named(["C1", "C2"], any.carriers).map(({ details, ...own }) => ({
        country: "EE",
        ...own,
        ...details,
      })),
      zoneCharts: named(chartCodes, any.charts).map((own) => ({
        ...own,
        // everywhere else is zone 1
        entries: [...own.entries, { zone: "1", country: "*" }],
        zones: zoneCodes.map((code) => ({ code, name: `Zone ${code}` })),
      })),
      services: named(serviceCodes, any.services).map((own) => ({
        ...own,
        surcharges: own.surcharges?.map((surcharge, i) => ({
          code: `x${i}`,
          ...surcharge,
          ...(surcharge.from === "2026-11-25" ? { to: undefined } : {}),
        })),
      })),
      tariffs: named(["B1", "B2", "T1"], any.tariffs).map((own, i) => ({
        side: i < 2 ? "buy" : "sell",
        ...own,
      })),
      channels: named(channelCodes, any.channels),
      offers: named(offerCodes, any.offers),
      itemExceptions: any.exceptions,
      sourcing: any.sourcing,
      connections: [{ code: "L1", adapter: "simulated", carrier: "C1", timeoutMs: 1500, cacheMinutes: 30 }],
    }),
    items: defined<Item[]>(any.items.map((own, i) => ({ sku: skus[i], name: `Item ${skus[i]}`, ...own }))),
    request: defined<object>(any.request),
  }));
