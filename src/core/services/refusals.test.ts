import { box, kg, quoteWith, service, sized, type Case } from "../../../tests/support/quote-with";
import type { Setup } from "../setup/setup";

type Surcharge = NonNullable<Setup["services"][number]["surcharges"]>[number];

const unweighed = { sku: "BOX", name: "Box", unitPrice: "10.00" };

/** Why the only offer is withheld: the reason, its data and the value of the setup it came from. */
function refusal(of: Case) {
  const [because] = quoteWith(of).withheld[0]!.because;
  const { reason, inputs, source } = because!.rejection;
  return [reason, inputs, source];
}

const surcharged = (surcharge: Partial<Surcharge>, change?: (setup: Setup) => unknown) =>
  service((of, setup) => {
    // nothing else asks for a weight
    setup.tariffs[0]!.measure = "quantity";
    delete setup.tariffs[0]!.unit;
    of.surcharges = [{ code: "MORE", name: "More", amount: { fixed: "1.00" }, ...surcharge }];
    change?.(setup);
  });

const surchargePath = "services/PARCEL/surcharges/MORE";

test.each<[string, Partial<Surcharge>, (setup: Setup) => unknown, Partial<Case>, unknown[]]>([
  [
    "an amount per kg of goods without a weight",
    { amount: { per: "kg", amount: "0.10" } },
    () => 0,
    { items: [unweighed] },
    ["weight-missing", { skus: ["BOX"] }, surchargePath],
  ],
  [
    "a condition on the longest side of goods without a size",
    { when: [{ measure: "longestSide", unit: "cm", op: ">", value: "100" }] },
    () => 0,
    {},
    ["size-missing", { skus: ["BOX"] }, surchargePath],
  ],
  [
    "a carrier's surcharge in a currency without a rate",
    {},
    (setup) => (setup.carriers[0]!.currency = "SEK"),
    {},
    ["no-exchange-rate", { from: "SEK", to: "EUR" }, surchargePath],
  ],
  [
    "a minimum in a currency without a rate, where the amount needs none",
    { amount: { percent: "5", of: "freight" }, min: "2.00" },
    (setup) => (setup.carriers[0]!.currency = "SEK"),
    {},
    ["no-exchange-rate", { from: "SEK", to: "EUR" }, surchargePath],
  ],
  [
    "a maximum in a currency without a rate, where the amount needs none",
    { amount: { percent: "5", of: "freight" }, max: "2.00" },
    (setup) => (setup.carriers[0]!.currency = "SEK"),
    {},
    ["no-exchange-rate", { from: "SEK", to: "EUR" }, surchargePath],
  ],
])("the service is refused, and it is said why and where: %s", (_, surcharge, change, more, right) => {
  expect(refusal({ ...surcharged(surcharge, change), ...more })).toEqual(right);
});

/** The steps of the only offer that tell of surcharges. */
const added = (of: Case) =>
  quoteWith(of)
    .offers[0]!.working!.filter(({ code }) => code === "surcharge-added")
    .map(({ inputs }) => inputs);

test.each<[string, Surcharge["amount"], object]>([
  ["of one amount", { fixed: "1.00" }, { added: { amount: "1.00", currency: "EUR" } }],
  ["per piece", { per: "piece", amount: "0.50" }, { count: "3", added: { amount: "1.50", currency: "EUR" } }],
  ["per kg", { per: "kg", amount: "0.10" }, { count: "6", added: { amount: "0.60", currency: "EUR" } }],
  ["per parcel", { per: "parcel", amount: "2.00" }, { count: "1" }],
  ["per shipment", { per: "shipment", amount: "2.00" }, { count: "1" }],
])("the step of a surcharge %s says its count, what it adds and what it comes to", (_, amount, right) => {
  const [step] = added({ ...surcharged({ amount }), request: { lines: [{ sku: "BOX", quantity: 3 }] } });
  expect(step).toMatchObject({ name: "More", amount, currency: "EUR", when: [], ...right });
});

test("a count is said of amounts per something alone", () => {
  expect(added(surcharged({ amount: { fixed: "1.00" } }))[0]).not.toHaveProperty("count");
});

const fuelled = (rows: { from: string; percent: string }[]) =>
  surcharged({ amount: { percentFromFuelIndex: true, of: "freight" } }, ({ carriers }) => {
    carriers[0]!.fuelIndex = rows;
  });

test.each([
  ["the latest that has begun", ["2026-01-01:5", "2026-11-01:7", "2026-12-01:9"], "7", "2026-11-01"],
  ["in whatever order they are listed", ["2026-12-01:9", "2026-11-01:7", "2026-01-01:5"], "7", "2026-11-01"],
  ["from its first day on", ["2026-01-01:5", "2026-11-25:8"], "8", "2026-11-25"],
])(
  "a fuel surcharge takes the percentage of the day, with the row as its source: %s",
  (_, rows, percent, from) => {
    const index = rows.map((row) => ({ from: row.split(":")[0]!, percent: row.split(":")[1]! }));
    const steps = quoteWith(fuelled(index)).offers[0]!.working!;
    const step = steps.find(({ code }) => code === "surcharge-added")!;
    expect(step.inputs).toMatchObject({ fuelPercent: percent, date: "2026-11-25" });
    expect(step.source).toBe(`carriers/POST/fuelIndex/${from}`);
  },
);

test("a fuel surcharge before the first row is nothing, and points to itself", () => {
  const steps = quoteWith(fuelled([{ from: "2026-12-01", percent: "9" }])).offers[0]!.working!;
  const step = steps.find(({ code }) => code === "surcharge-added")!;
  expect(step).toMatchObject({ source: surchargePath, inputs: { fuelPercent: "0" }, result: "0.00" });
});

test.each([
  ["2026-11-25", undefined, 1],
  ["2026-11-26", undefined, 0],
  [undefined, "2026-11-25", 1],
  [undefined, "2026-11-24", 0],
])(
  "a surcharge from %s to %s counts %d times for a parcel handed over on 25 November: both days are in",
  (from, to, times) => {
    const dates = { ...(from ? { from } : {}), ...(to ? { to } : {}) };
    expect(added(surcharged(dates))).toHaveLength(times);
  },
);

type Limits = NonNullable<Setup["services"][number]["limits"]>;

const limited = (limits: Limits, change?: (setup: Setup) => unknown) =>
  service((of, setup) => {
    of.limits = limits;
    change?.(setup);
  });

const limit = (name: string) => `services/PARCEL/limits/${name}`;
const two = { lines: [{ sku: "BOX", quantity: 2 }] };
const alone = { ...box, shipsAlone: true };

test.each<[string, Limits, Partial<Case>, unknown[]]>([
  [
    "one piece is light enough, all of them are not",
    { maxShipmentWeight: kg("3") },
    { request: two },
    [
      "limit-weight",
      { of: "shipment", side: "most", value: kg("4"), limit: kg("3") },
      limit("maxShipmentWeight"),
    ],
  ],
  [
    "the whole is heavy enough, a parcel of it is not",
    { minParcelWeight: kg("3") },
    { items: [alone], request: two },
    [
      "limit-weight",
      { of: "parcel", side: "least", value: kg("2"), limit: kg("3") },
      limit("minParcelWeight"),
    ],
  ],
  [
    "a weight nobody knows",
    { maxParcelWeight: kg("3") },
    { items: [unweighed] },
    ["weight-missing", { skus: ["BOX"] }, limit("maxParcelWeight")],
  ],
  [
    "a size nobody knows",
    { maxLength: { value: "90", unit: "cm" } },
    {},
    ["size-missing", { skus: ["BOX"] }, limit("maxLength")],
  ],
  [
    "the largest of several parcels, said in the limit's unit",
    { maxLength: { value: "0.9", unit: "m" } },
    {
      items: [sized, { ...sized, sku: "SMALL", size: { length: "10", width: "5", height: "5", unit: "cm" } }],
      request: {
        lines: [
          { sku: "BOX", quantity: 1 },
          { sku: "SMALL", quantity: 1 },
        ],
      },
    },
    [
      "limit-size",
      { of: "longestSide", value: { value: "1", unit: "m" }, limit: { value: "0.9", unit: "m" } },
      limit("maxLength"),
    ],
  ],
  [
    "the volume of all, not of one",
    { maxVolume: { value: "0.03", unit: "m3" } },
    { items: [sized], request: two },
    [
      "limit-size",
      { of: "volume", value: { value: "0.04", unit: "m3" }, limit: { value: "0.03", unit: "m3" } },
      limit("maxVolume"),
    ],
  ],
  [
    "more parcels than it takes",
    { maxParcels: 1 },
    { items: [alone], request: two },
    ["limit-parcels", { value: 2, limit: 1 }, limit("maxParcels")],
  ],
  [
    "a value in a currency without a rate",
    { maxGoodsValue: { amount: "1000", currency: "SEK" } },
    {},
    ["no-exchange-rate", { from: "EUR", to: "SEK" }, limit("maxGoodsValue")],
  ],
])("a limit refuses, and it is said what of and where: %s", (_, limits, more, right) => {
  expect(refusal({ ...limited(limits), items: [box], ...more })).toEqual(right);
});

test.each<[string, Limits, Partial<Case>]>([
  ["as heavy as the limit", { maxParcelWeight: kg("2"), minParcelWeight: kg("2") }, {}],
  ["as many parcels as the limit", { maxParcels: 2 }, { items: [alone], request: two }],
  ["as dear as the limit", { maxGoodsValue: { amount: "10.00", currency: "EUR" } }, {}],
  ["as long as the limit", { maxLength: { value: "100", unit: "cm" } }, { items: [sized] }],
  ["as large as the limit", { maxGirthPlusLength: { value: "160", unit: "cm" } }, { items: [sized] }],
])("what is just %s is taken", (_, limits, more) => {
  expect(quoteWith({ ...limited(limits), ...more }).withheld).toEqual([]);
});

describe("a way to carry goods that they may not go", () => {
  const byAir = (change: (setup: Setup) => unknown = () => 0) =>
    service((of, setup) => {
      of.mode = "air";
      change(setup);
    });

  test("by the item's own mark, or its class's, with the place that says so", () => {
    expect(refusal({ ...byAir(), items: [{ ...box, notBy: ["sea", "air"] }] })).toEqual([
      "transport-mode",
      { name: "Parcel", mode: "air", sku: "BOX" },
      "items/BOX/notBy",
    ]);
    const ofClass = byAir((setup) => (setup.goodsClasses = [{ code: "live", name: "Live", notBy: ["air"] }]));
    expect(refusal({ ...ofClass, items: [{ ...box, goodsClass: "live" }] })).toEqual([
      "transport-mode",
      { name: "Parcel", mode: "air", sku: "BOX", goodsClass: "live" },
      "goodsClasses/live/notBy",
    ]);
  });

  test("keeps nothing from a service that goes another way, or does not say how", () => {
    const items = [{ ...box, notBy: ["air" as const] }];
    expect(quoteWith({ ...service((of) => (of.mode = "road")), items }).offers).toHaveLength(1);
    expect(quoteWith({ items }).offers).toHaveLength(1);
    // an empty list forbids nothing
    expect(quoteWith({ ...byAir(), items: [{ ...box, notBy: [] }] }).offers).toHaveLength(1);
  });
});
