import {
  box,
  cm,
  kg,
  now,
  quoteWith as run,
  service,
  sized,
  type Case,
} from "../../../tests/support/quote-with";
import { smallestSetup, sure } from "../../../tests/support/smallest-setup";
import { parseWith } from "../setup/parse-setup";
import type { Setup } from "../setup/setup";
import { compileSetup } from "./compiled-setup";
import { quote } from "./quote-order";
import { quoteRequestSchema } from "./request";

const offer = (change: (offer: Setup["offers"][number]) => unknown): Case => ({
  setup: (setup) => change(setup.offers[0]!),
});

/** The offer's reason, or the first service's where it has one. */
function reason(of: Case): string {
  const [withheld] = run(of).withheld;
  return withheld?.because[0]?.rejection.reason ?? withheld?.reason ?? "given";
}

function source(of: Case): string | undefined {
  const [withheld] = run(of).withheld;
  return (withheld?.because[0]?.rejection ?? withheld?.rejection)?.source;
}

test("a charge: cost, margin, tax, each rounded at its place", () => {
  const [given] = run({ request: { lines: [{ sku: "BOX", quantity: 3 }] } }).offers;
  expect(given).toMatchObject({
    cost: "7.90",
    net: "8.69",
    tax: "1.91",
    gross: "10.60",
    margin: "0.79",
    free: false,
  });
  expect(given?.working?.map((step) => step.code)).toEqual([
    "order-measured",
    "origin-chosen",
    "service-taken",
    "parcels-formed",
    "weight-charged",
    "zone-found",
    "edition-chosen",
    "break-found",
    "rate-flat",
    "shipment-cost",
    "plan-cost-plus",
    "margin-added",
    "tax-added",
    "handed-over",
    "arrives-between",
  ]);
});

test.each<[string, string, Case]>([
  ["inactive", "offers/parcel/active", offer((o) => (o.active = false))],
  ["inactive", "services/PARCEL/active", service((s) => (s.active = false))],
  ["inactive", "carriers/POST/active", { setup: (s) => (s.carriers[0]!.active = false) }],
  [
    "destination",
    "offers/parcel/destinations/only",
    offer((o) => (o.destinations = { only: [{ country: "SE" }] })),
  ],
  [
    "destination",
    "offers/parcel/destinations/not/0",
    offer((o) => (o.destinations = { only: [{ country: "EE" }], not: [{ country: "EE" }] })),
  ],
  [
    "po-box",
    "offers/parcel/poBox",
    { ...offer((o) => (o.poBox = false)), request: { shipTo: { country: "EE", poBox: true } } },
  ],
  [
    "po-box",
    "services/PARCEL/accepts/poBox",
    {
      ...service((s) => (s.accepts = { poBox: false })),
      request: { shipTo: { country: "EE", poBox: true } },
    },
  ],
  ["cash-on-delivery", "services/PARCEL/accepts/cashOnDelivery", { request: { cashOnDelivery: true } }],
  [
    "collection-point",
    "services/PARCEL/accepts/collectionPoint",
    {
      ...service((s) => (s.accepts = { collectionPoint: false })),
      request: { shipTo: { country: "EE", collectionPoint: true } },
    },
  ],
  [
    "signature",
    "services/PARCEL/accepts/signature",
    { ...service((s) => (s.accepts = { signature: false })), request: { signature: true } },
  ],
  ["customer-group", "offers/parcel/customerGroups", offer((o) => (o.customerGroups = ["dealer"]))],
  ["coupon", "offers/parcel/couponOnly", offer((o) => (o.couponOnly = "HONEY"))],
  [
    "goods-class",
    "offers/parcel/onlyGoodsClasses",
    {
      setup: (s) => {
        s.goodsClasses = [{ code: "small", name: "Small" }];
        s.offers[0]!.onlyGoodsClasses = ["small"];
      },
    },
  ],
  [
    "goods-class",
    "services/PARCEL/accepts/refusesGoodsClasses",
    {
      setup: (s) => {
        s.goodsClasses = [{ code: "live", name: "Live" }];
        s.services[0]!.accepts = { refusesGoodsClasses: ["live"] };
      },
      items: [{ ...box, goodsClass: "live" }],
    },
  ],
  ["no-service", "offers/parcel/services", offer((o) => (o.services = []))],
  [
    "origin-not-served-by-service",
    "services/PARCEL/origins",
    {
      setup: (s) => {
        s.origins.push({ ...s.origins[0]!, code: "OTHER" });
        s.services[0]!.origins = ["OTHER"];
      },
      request: { lines: [{ sku: "BOX", quantity: 1, origin: "SHED" }] },
    },
  ],
  [
    "origin-cannot-ship",
    "origins/SHED/serves",
    { setup: (s) => (s.origins[0]!.serves = [{ country: "SE" }]) },
  ],
  ["out-of-stock", "sourcing/split", { items: [{ ...box, stock: [{ origin: "SHED", quantity: 0 }] }] }],
  ["zone-not-found", "zoneCharts/ALL/entries", { setup: (s) => (s.zoneCharts[0]!.entries = []) }],
  [
    "zone-not-served",
    "zoneCharts/ALL/entries/EE",
    { setup: (s) => (s.zoneCharts[0]!.entries[0]!.zone = null) },
  ],
  ["no-edition", "tariffs/PARCEL-BUY/editions", { request: { placedAt: "2025-12-30T08:00:00Z" } }],
  [
    "no-rate",
    "tariffs/PARCEL-BUY/editions/2026/zones/1/breaks/5",
    { setup: (s) => (s.tariffs[0]!.editions[0]!.rows[0]!.rates[0] = null) },
  ],
  [
    "above-last-break",
    "tariffs/PARCEL-BUY/editions/2026/breaks/30",
    { request: { lines: [{ sku: "BOX", quantity: 16 }] } },
  ],
  [
    "below-first-break",
    "tariffs/PARCEL-BUY/editions/2026/breaks/5",
    { setup: (s) => (s.tariffs[0]!.boundary = "from") },
  ],
  ["weight-missing", "tariffs/PARCEL-BUY/measure", { items: [{ sku: "BOX", name: "Box" }] }],
  [
    "weight-missing",
    "services/PARCEL/limits/maxParcelWeight",
    { ...service((s) => (s.limits = { maxParcelWeight: kg("5") })), items: [{ sku: "BOX", name: "Box" }] },
  ],
  ["size-missing", "services/PARCEL/limits/maxLength", service((s) => (s.limits = { maxLength: cm("50") }))],
  [
    "limit-weight",
    "services/PARCEL/limits/maxParcelWeight",
    service((s) => (s.limits = { maxParcelWeight: kg("1.999") })),
  ],
  [
    "limit-weight",
    "services/PARCEL/limits/minShipmentWeight",
    service((s) => (s.limits = { minShipmentWeight: kg("2.001") })),
  ],
  [
    "limit-size",
    "services/PARCEL/limits/maxLength",
    { ...service((s) => (s.limits = { maxLength: cm("99.9") })), items: [sized] },
  ],
  [
    "limit-size",
    "services/PARCEL/limits/maxGirthPlusLength",
    { ...service((s) => (s.limits = { maxGirthPlusLength: cm("159") })), items: [sized] },
  ],
  [
    "limit-parcels",
    "services/PARCEL/limits/maxParcels",
    {
      ...service((s) => (s.limits = { maxParcels: 1 })),
      items: [{ ...box, shipsAlone: true }],
      request: { lines: [{ sku: "BOX", quantity: 2 }] },
    },
  ],
  [
    "limit-value",
    "services/PARCEL/limits/maxGoodsValue",
    service((s) => (s.limits = { maxGoodsValue: { amount: "9.99", currency: "EUR" } })),
  ],
  ["no-exchange-rate", "exchangeRates", { setup: (s) => (s.tariffs[0]!.currency = "SEK") }],
  [
    "no-exchange-rate",
    "services/PARCEL/limits/maxGoodsValue",
    service((s) => (s.limits = { maxGoodsValue: { amount: "9.99", currency: "SEK" } })),
  ],
])("%s, at %s", (code, path, of) => {
  expect(reason(of)).toBe(code);
  expect(source(of)).toBe(path);
});

test("what is exactly at a limit still goes", () => {
  const limits = {
    maxParcelWeight: kg("2"),
    minShipmentWeight: kg("2"),
    maxLength: cm("100"),
    maxGirthPlusLength: cm("160"),
    maxParcels: 1,
    maxGoodsValue: { amount: "10", currency: "EUR" },
  };
  expect(reason({ ...service((s) => (s.limits = limits)), items: [sized] })).toBe("given");
});

test("volumetric weight counts where it is more, and rounds up to the step parcel by parcel", () => {
  const volumetric = service((s) => {
    s.volumetric = { divisor: "5000" };
    s.weightStep = kg("0.5");
  });
  const [given] = run({
    ...volumetric,
    items: [{ ...sized, weight: kg("2.1"), shipsAlone: true }],
    request: { lines: [{ sku: "BOX", quantity: 2 }] },
  }).offers;
  expect(given?.shipments[0]).toMatchObject({ parcels: 2, chargeableWeight: "8" });
  const [light] = run({ ...volumetric, items: [{ ...sized, weight: kg("4.6") }] }).offers;
  expect(light?.shipments[0]?.chargeableWeight).toBe("5");
});

test("the same in pounds and inches costs the same", () => {
  const metric = run({ items: [{ ...box, weight: kg("4.5359237") }] }).offers;
  const imperial = run({ items: [{ ...box, weight: { value: "10", unit: "lb" } }] }).offers;
  expect(imperial).toEqual(metric);
});

test("a missing weight takes its class's default; without one it is a warning", () => {
  const classed = {
    setup: (s: Setup) =>
      (s.goodsClasses = [{ code: "small", name: "Small", defaultWeight: { value: "150", unit: "g" } }]),
    items: [{ sku: "BOX", name: "Box", goodsClass: "small" }],
  };
  expect(run(classed).measures.actualWeight).toBe("0.15");
  expect(run({ items: [{ sku: "BOX", name: "Box" }] }).warnings).toEqual([
    { code: "weight-missing", skus: ["BOX"] },
    { code: "size-missing", skus: ["BOX"] },
  ]);
});

test("an order that ships nothing gets an empty quote that says so", () => {
  expect(run({ items: [{ ...box, shippable: false }] })).toMatchObject({
    offers: [],
    withheld: [],
    reason: "nothing-to-ship",
  });
});

test("where prices include tax the charge is gross and the net is taken out of it", () => {
  const inclusive = (s: Setup) => {
    s.channels[0]!.pricesIncludeTax = true;
    s.offers[0]!.plan = { kind: "flat", amount: "12.20", per: "order" };
    delete s.offers[0]!.adjust;
  };
  expect(run({ setup: inclusive }).offers[0]).toMatchObject({ gross: "12.20", net: "10.00", tax: "2.20" });
  expect(
    run({ setup: inclusive, request: { lines: [{ sku: "BOX", quantity: 1, unitPrice: "12.20" }] } }).measures,
  ).toMatchObject({ goodsValue: "10.00", goodsValueIncTax: "12.20" });
});

test.each([
  ["order", "5.00"],
  ["shipment", "5.00"],
  ["parcel", "10.00"],
  ["piece", "10.00"],
  ["kg", "20.00"],
] as const)("a flat amount per %s of 2 pieces of 2 kg that ship alone: %s", (per, net) => {
  const flat = offer((o) => {
    o.plan = { kind: "flat", amount: "5", per };
    delete o.adjust;
  });
  expect(
    run({ ...flat, items: [{ ...box, shipsAlone: true }], request: { lines: [{ sku: "BOX", quantity: 2 }] } })
      .offers[0]?.net,
  ).toBe(net);
});

test("amounts of a plan are home money and are converted for a channel of another currency", () => {
  const [given] = run({
    setup: (s) => {
      s.exchangeRates = [{ from: "SEK", to: "EUR", rate: "0.1", asOf: "2026-01-01" }];
      s.channels[0]!.currency = "SEK";
      s.offers[0]!.plan = { kind: "flat", amount: "5", per: "order" };
      delete s.offers[0]!.adjust;
    },
  }).offers;
  expect(given).toMatchObject({ net: "50.00", cost: "42.00", margin: "8.00" });
});

test("the tax is the offer's, else the charge type's, else the business's", () => {
  const percent = (of: Case) => run(of).offers[0]?.chargeLines[0]?.taxPercent;
  expect(percent({})).toBe("22");
  expect(percent({ setup: (s) => (s.chargeTypes[0]!.taxPercent = "9") })).toBe("9");
  expect(
    percent({
      setup: (s) => {
        s.chargeTypes[0]!.taxPercent = "9";
        s.offers[0]!.taxPercent = "0";
      },
    }),
  ).toBe("0");
});

/** The offer is priced by a table of its own, like the carrier's but for what is changed. */
function sold(s: Setup): Setup["tariffs"][number] {
  const table = { ...structuredClone(s.tariffs[0]!), code: "SELL", name: "Sell", side: "sell" as const };
  s.tariffs.push(table);
  s.offers[0]!.plan = { kind: "tariff", tariff: "SELL" };
  s.offers[0]!.adjust = {};
  return table;
}

test("what is sold goes by the business's day: 21:59 and 22:01 in London are two days in Tallinn", () => {
  const change = (s: Setup) => (sold(s).editions[0]!.to = "2026-12-31");
  expect(reason({ setup: change, request: { placedAt: "2026-12-31T21:59:00Z" } })).toBe("given");
  expect(reason({ setup: change, request: { placedAt: "2026-12-31T22:01:00Z" } })).toBe("no-edition");
});

test("the last minute of an edition's last day in the business's time zone has its rates, the next minute the next one's", () => {
  const change = (s: Setup) => {
    const table = sold(s);
    const [first] = table.editions;
    table.editions = [
      { ...first!, to: "2026-12-31" },
      {
        ...first!,
        label: "2027",
        from: "2027-01-01",
        rows: first!.rows.map((row) => ({ ...row, rates: row.rates.map(() => "70.00") })),
      },
    ];
  };
  const charge = (placedAt: string) => run({ setup: change, request: { placedAt } }).offers[0]!.net;
  // midnight in Tallinn is 22:00 of the day before in UTC
  expect(charge("2026-12-31T21:59:59Z")).not.toBe("70.00");
  expect(charge("2026-12-31T22:00:00Z")).toBe("70.00");
  expect(charge("2026-12-31T23:59:00+02:00")).not.toBe("70.00");
  expect(charge("2027-01-01T00:00:00+02:00")).toBe("70.00");
});

test("what carriers bill goes by the day of handing over, which a cut-off and a day off put later", () => {
  const change = (s: Setup) => {
    s.origins[0]!.holidays = ["2027-01-01"];
    s.tariffs[0]!.editions[0]!.to = "2026-12-31";
  };
  const given = (placedAt: string) => reason({ setup: change, request: { placedAt } });
  // on Wednesday for Thursday, the edition's last day; after the cut-off for the Monday after New Year
  expect(given("2026-12-30T12:00:00Z")).toBe("given");
  expect(given("2026-12-30T12:01:00Z")).toBe("no-edition");
});

test("amounts of an offer with a currency of its own are converted from it, exceptions that do not name it from home", () => {
  const setup = (s: Setup) => {
    s.exchangeRates = [{ from: "SEK", to: "EUR", rate: "0.1", asOf: "2026-01-01" }];
    const [offer] = s.offers;
    offer!.currency = "SEK";
    offer!.plan = { kind: "flat", amount: "49", per: "order" };
    offer!.adjust = { minimum: "60", additions: [{ name: "Packing", amount: { fixed: "5" } }] };
    offer!.free = { anyOf: [{ measure: "goodsValue", op: ">=", value: "200" }] };
  };
  const net = (quantity: number, more: (s: Setup) => unknown = () => undefined) =>
    run({ setup: (s) => [setup(s), more(s)], request: { lines: [{ sku: "BOX", quantity }] } }).offers[0]!.net;
  // (49 + 5) SEK are raised to 60 SEK, 6.00 EUR; from goods of 200 SEK, 20.00 EUR, on it is free
  expect(net(1)).toBe("6.00");
  expect(net(2)).toBe("0.00");
  // 20 SEK more a piece where the exception names the offer, 20 EUR where it does not
  expect(net(1, (s) => s.itemExceptions.push({ item: "BOX", offer: "parcel", do: { extra: "20" } }))).toBe(
    "7.40",
  );
  expect(net(1, (s) => s.itemExceptions.push({ item: "BOX", do: { extra: "20" } }))).toBe("25.40");
});

test("of several exchange rates the newest that is not after the order's day counts, else the earliest", () => {
  const setup = (s: Setup) => {
    s.channels[0]!.currency = "SEK";
    s.offers[0]!.plan = { kind: "flat", amount: "4", per: "order" };
    s.offers[0]!.adjust = {};
    s.exchangeRates = [
      { from: "SEK", to: "EUR", rate: "0.08", asOf: "2026-11-20" },
      { from: "SEK", to: "EUR", rate: "0.16", asOf: "2026-12-01" },
      { from: "SEK", to: "EUR", rate: "0.1", asOf: "2026-11-01" },
    ];
  };
  const net = (day: string) => run({ setup, request: { placedAt: `${day}T12:00:00Z` } }).offers[0]!.net;
  expect(["2026-10-01", "2026-11-19", "2026-11-20", "2026-11-30", "2026-12-01"].map(net)).toEqual([
    "40.00",
    "40.00",
    "50.00",
    "50.00",
    "25.00",
  ]);
});

test("a request that names what is not there is told where", () => {
  const compiled = sure(compileSetup(smallestSetup()));
  const ask = (request: object) => {
    const result = quote(
      compiled,
      { channel: "web", shipTo: { country: "EE" }, lines: [{ sku: "BOX", quantity: 1 }], ...request },
      { items: () => undefined, now },
    );
    return result.ok ? [] : result.problems.map((p) => `${p.code} ${p.path}`);
  };
  const data = (request: object) => {
    const result = quote(
      compiled,
      { channel: "web", shipTo: { country: "EE" }, lines: [{ sku: "BOX", quantity: 1 }], ...request },
      { items: () => undefined, now },
    );
    return result.ok ? [] : result.problems.map((problem) => problem.data);
  };
  expect(data({ channel: "shop" })).toEqual([{ list: "channels", code: "shop" }]);
  expect(data({ offers: ["x"] })).toEqual([{ list: "offers", code: "x" }]);
  expect(data({ lines: [{ sku: "X", quantity: 1, origin: "Y" }] })).toEqual([
    { sku: "X" },
    { list: "origins", code: "Y" },
  ]);
  expect(ask({ channel: "shop" })).toEqual(["unknown-code channel"]);
  expect(ask({ offers: ["x"] })).toEqual(["unknown-code offers/0"]);
  expect(ask({ lines: [{ sku: "X", quantity: 1, origin: "Y" }] })).toEqual([
    "unknown-sku lines/0/sku",
    "unknown-code lines/0/origin",
  ]);
  const read = (request: object) => {
    const parsed = parseWith(quoteRequestSchema, {
      channel: "web",
      shipTo: { country: "EE" },
      lines: [{ sku: "BOX", quantity: 1 }],
      ...request,
    });
    return parsed.ok ? [] : parsed.problems.map((p) => `${p.code} ${p.path}`);
  };
  expect(read({ lines: [] })).toEqual(["too-small lines"]);
  expect(read({ lines: [{ sku: "BOX", quantity: 0 }] })).toEqual(["too-small lines/0/quantity"]);
  expect(read({ placedAt: "2026-02-30T10:00:00Z" })).toEqual(["bad-instant placedAt"]);
});

test("a billion pieces that ship alone are quoted at once", () => {
  const begun = Date.now();
  expect(
    reason({ items: [{ ...box, shipsAlone: true }], request: { lines: [{ sku: "BOX", quantity: 1e9 }] } }),
  ).toBe("above-last-break");
  expect(Date.now() - begun).toBeLessThan(30_000);
});
