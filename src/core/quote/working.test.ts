import { box, kg, quoteWith as run, type Case } from "../../../tests/support/quote-with";
import type { Step } from "../working/step";

const stepsOf = (of: Case): readonly Step[] => run(of).offers[0]?.working ?? [];
const stepOf = (of: Case, code: Step["code"]) => stepsOf(of).find((step) => step.code === code);
const eur = (amount: string) => ({ amount, currency: "EUR" });

test("the working of one shipment: each step with its figures, its station and where they stand", () => {
  const six = kg("6");
  const tariff = "tariffs/PARCEL-BUY/editions/2026";
  expect(stepsOf({ request: { lines: [{ sku: "BOX", quantity: 3 }] } })).toEqual([
    {
      code: "order-measured",
      station: "order",
      inputs: { pieces: 3, lines: 1, weight: six, goodsValue: eur("30.00") },
    },
    {
      code: "origin-chosen",
      station: "origin",
      inputs: { origin: "SHED", name: "The shed", by: "only", others: 0, proven: true, shipments: 1 },
      result: "SHED",
      source: "origins/SHED",
    },
    {
      code: "service-taken",
      station: "service",
      inputs: { service: "PARCEL", name: "Parcel", pick: "cheapest", working: 1, tried: 1 },
      result: "PARCEL",
      source: "offers/parcel/services",
    },
    { code: "parcels-formed", station: "service", inputs: { parcels: 1, actual: six } },
    { code: "weight-charged", station: "service", inputs: { actual: six, chargeable: six }, result: "6" },
    {
      code: "zone-found",
      station: "zone",
      inputs: { chart: "Everywhere", zone: "1", zoneName: "Estonia", entry: "EE", postcode: "", beats: 1 },
      result: "1",
      source: "zoneCharts/ALL/entries/EE",
    },
    {
      code: "edition-chosen",
      station: "rate",
      inputs: { tariff: "Parcel", label: "2026", date: "2026-11-25", from: "2026-01-01" },
      result: "2026",
      source: tariff,
    },
    {
      code: "break-found",
      station: "rate",
      inputs: {
        tariff: "Parcel",
        value: six,
        break: { lower: "5", upper: "30", unit: "kg", boundary: "upTo" },
      },
      source: `${tariff}/breaks/30`,
    },
    {
      code: "rate-flat",
      station: "rate",
      inputs: { cell: eur("7.90") },
      result: "7.90",
      source: `${tariff}/zones/1/breaks/30`,
    },
    { code: "shipment-cost", station: "rate", inputs: { cost: eur("7.90") }, result: "7.90" },
    { code: "plan-cost-plus", station: "plan", inputs: {}, result: "7.90", source: "offers/parcel/plan" },
    {
      code: "margin-added",
      station: "charge",
      inputs: { percent: "10", before: eur("7.90") },
      result: "8.69",
      source: "offers/parcel/adjust/marginPercent",
    },
    {
      code: "tax-added",
      station: "charge",
      inputs: { percent: "22", net: eur("8.69"), tax: eur("1.91"), gross: eur("10.60") },
      result: "10.60",
      source: "business/deliveryTaxPercent",
    },
    {
      code: "handed-over",
      station: "origin",
      inputs: {
        origin: "The shed",
        ordered: "2026-11-24",
        afterCutOff: false,
        cutOff: "14:00",
        counted: "2026-11-24",
        handlingDays: 1,
      },
      result: "2026-11-25",
      source: "origins/SHED/cutOff",
    },
    {
      code: "arrives-between",
      station: "service",
      inputs: { service: "Parcel", minDays: 1, maxDays: 3, earliest: "2026-11-26", latest: "2026-11-30" },
      result: "2026-11-30",
      source: "services/PARCEL/transit",
    },
  ]);
});

describe("several shipments", () => {
  const stocked = {
    ...box,
    stock: [
      { origin: "SHED", quantity: 3 },
      { origin: "BARN", quantity: 2 },
    ],
  };
  const two: Case = {
    setup: (s) => {
      s.origins.push({ ...s.origins[0]!, code: "BARN", name: "Barn", rank: 2, handlingDays: 3 });
      s.sourcing = { split: "byPiece", objectives: ["fewestShipments"], fallbackOrigin: "SHED" };
    },
    items: [stocked],
    request: { lines: [{ sku: "BOX", quantity: 5 }] },
  };

  test("each has its steps under its number, in the order of the line; what concerns all has none", () => {
    const told = stepsOf(two).map(({ code, station, shipment }) => `${shipment ?? "-"} ${station} ${code}`);
    const shipment = (n: number) =>
      [
        ...["origin origin-chosen", "service service-taken", "service parcels-formed"],
        ...["service weight-charged", "zone zone-found", "rate edition-chosen", "rate break-found"],
        ...["rate rate-flat", "rate shipment-cost"],
      ].map((step) => `${n} ${step}`);
    const promised = (n: number) => [`${n} origin handed-over`, `${n} service arrives-between`];
    expect(told).toEqual([
      "- order order-measured",
      ...shipment(0),
      ...shipment(1),
      "- rate costs-added",
      "- plan plan-cost-plus",
      "- charge margin-added",
      "- charge tax-added",
      ...promised(0),
      ...promised(1),
    ]);
  });

  test("their costs are added up, and of each it is said how many there are and what decided", () => {
    expect(stepOf(two, "costs-added")).toMatchObject({ inputs: { shipments: 2 }, result: "12.10" });
    const chosen = stepsOf(two).filter(({ code }) => code === "origin-chosen");
    // 3 and 2 of 5 is all there is
    expect(chosen.map(({ inputs, source }) => ({ ...inputs, source }))).toEqual(
      [
        ["SHED", "The shed"],
        ["BARN", "Barn"],
      ].map(([origin, name]) => ({
        ...{ origin, name, by: "only", others: 0, proven: true, shipments: 2 },
        source: `origins/${origin}`,
      })),
    );
  });

  test("one that is not proven tells how many ways were tried and what none can cost less than", () => {
    const many = Array.from({ length: 41 }, (_, i) => ({ ...box, sku: `BOX-${i}`, weight: kg("0.1") }));
    const unproven: Case = {
      setup: (s) => {
        s.origins.push({ ...s.origins[0]!, code: "BARN", name: "Barn", rank: 2 });
        s.sourcing = { split: "byLine", objectives: ["lowestCost"], fallbackOrigin: "SHED" };
      },
      items: many,
      request: { lines: many.map(({ sku }) => ({ sku, quantity: 1 })) },
    };
    const step = stepOf(unproven, "origins-not-proven");
    expect(step).toMatchObject({ station: "origin", source: "sourcing", inputs: { bound: eur("4.20") } });
    const { tried } = step?.code === "origins-not-proven" ? step.inputs : { tried: 0 };
    expect(tried).toBeGreaterThan(10);
    const { bound: _, ...inputs } = { bound: undefined, ...stepOf(unproven, "origin-chosen")?.inputs };
    expect(inputs).toMatchObject({ proven: false, others: tried - 1 });
    expect(Object.keys(inputs)).not.toContain("bound");
  });
});

describe("dates", () => {
  const closed = (until?: string): Case => ({
    suspensions: [
      {
        id: "s1",
        what: "origin",
        code: "SHED",
        effect: "delay",
        reason: "stock-taking",
        from: "2026-11-20T00:00:00Z",
        ...(until === undefined ? {} : { until }),
      },
    ],
  });

  test("an origin that is closed says why and until when, by the business's clock", () => {
    expect(stepOf(closed("2026-11-26T07:00:00Z"), "handed-over")).toMatchObject({
      inputs: {
        closed: { reason: "stock-taking", until: "2026-11-26 09:00" },
        ordered: "2026-11-26",
        counted: "2026-11-26",
      },
      result: "2026-11-27",
    });
    expect(stepOf({}, "handed-over")?.inputs).not.toHaveProperty("closed");
  });

  test("one that nobody knows the end of promises nothing", () => {
    const codes = stepsOf(closed()).map(({ code }) => code);
    expect(codes).not.toContain("handed-over");
    expect(codes).not.toContain("arrives-between");
    expect(run(closed()).offers[0]).not.toHaveProperty("promise");
  });

  test("after the cut-off the next working day counts", () => {
    expect(stepOf({ request: { placedAt: "2026-11-27T12:01:00Z" } }, "handed-over")).toMatchObject({
      inputs: { ordered: "2026-11-27", afterCutOff: true, counted: "2026-11-30" },
      result: "2026-12-01",
    });
  });

  test.each<[string, Case["setup"]]>([
    ["offer", (s) => (s.offers[0]!.tier = "collection")],
    ["service", (s) => (s.services[0]!.tier = "collection")],
  ])("goods that are collected, by the %s, are ready from the day they are handed over", (_, setup) => {
    const of: Case = setup ? { setup } : {};
    expect(stepOf(of, "ready-from")).toEqual({
      code: "ready-from",
      station: "service",
      inputs: { origin: "The shed", date: "2026-11-25" },
      result: "2026-11-25",
      source: "origins/SHED/handlingDays",
    });
    expect(stepsOf(of).map(({ code }) => code)).not.toContain("arrives-between");
  });
});

describe("services", () => {
  test("of those tried it is told how many work", () => {
    const three: Case = {
      setup: (s) => {
        const [first] = s.services;
        s.services.push(
          { ...structuredClone(first!), code: "FAST", name: "Fast" },
          { ...structuredClone(first!), code: "OFF", name: "Off", active: false },
        );
        s.offers[0]!.services = ["OFF", "FAST", "PARCEL"];
        s.offers[0]!.pick = "listed";
      },
    };
    expect(stepOf(three, "service-taken")).toMatchObject({
      inputs: { service: "FAST", name: "Fast", pick: "listed", working: 2, tried: 3 },
      result: "FAST",
    });
  });
});

describe("free delivery", () => {
  const web = { channel: ["web"] };
  const from = (value: string): Case => ({
    setup: (s) =>
      (s.offers[0]!.free = { anyOf: [{ measure: "goodsValue", op: ">=", value }, { country: ["LV"] }] }),
  });

  test("given: what it would have cost, and the conditions that hold", () => {
    expect(stepOf(from("10"), "free-given")).toEqual({
      code: "free-given",
      station: "charge",
      inputs: {
        before: eur("4.62"),
        holds: [{ measure: "goodsValue", op: ">=", value: "10" }],
        homeCurrency: "EUR",
      },
      result: "0.00",
      source: "offers/parcel/free/anyOf",
    });
  });

  test("not given: what is missing, where goods are all that is", () => {
    expect(stepOf(from("25"), "free-missing")).toEqual({
      code: "free-missing",
      station: "charge",
      inputs: { threshold: eur("25.00"), missing: eur("15.00"), measure: "goodsValue" },
      result: "15.00",
      source: "offers/parcel/free/anyOf",
    });
    const always: Case = { setup: (s) => (s.offers[0]!.free = { allOf: [web, { country: ["LV"] }] }) };
    expect(stepOf(always, "free-missing")).toBeUndefined();
  });
});
