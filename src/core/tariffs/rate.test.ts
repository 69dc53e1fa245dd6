import fc from "fast-check";
import { smallestSetup } from "../../../tests/support/smallest-setup";
import { Decimal } from "../money/decimal";
import type { Edition, Tariff } from "../setup/tariff";
import { given, refused, reject } from "../working/reason";
import { Trace, type Step } from "../working/step";
import { compileChart } from "../zones/compiled-chart";
import { findBreak } from "./breaks";
import { compileTariff, editionOn } from "./compiled-tariff";
import { rateCurve } from "./curve";
import { editionRate, tariffRate } from "./rate";
import { runs } from "../../../tests/support/runs";

const base = smallestSetup();
const chart = compileChart(base.zoneCharts[0]!);
const plain = base.tariffs[0]!;

function tariffWith(edition: Partial<Edition>, more: Partial<Tariff> = {}) {
  return compileTariff({ ...plain, ...more, editions: [{ ...plain.editions[0]!, ...edition }] }, chart);
}

function rate(tariff: ReturnType<typeof tariffWith>, kg: string, trace?: Trace) {
  const answer = tariffRate(
    tariff,
    {
      valueOf: () => given(Decimal.of(kg)),
      place: { country: "EE", postcode: "" },
      origins: ["SHED"],
      date: "2026-11-24",
    },
    trace,
  );
  return answer.ok ? answer.value.amount.toString() : answer.rejection.reason;
}

const road = tariffWith(
  {
    breaks: [
      { edge: "0", rate: "flat" },
      { edge: "30", rate: "perUnit", per: "10" },
      { edge: "100", rate: "perUnit", per: "10" },
    ],
    rows: [{ zone: "1", rates: ["21", "8", "5.5"] }],
  },
  { boundary: "from" },
);

test("an upper edge belongs to its break, or begins the next one", () => {
  expect([
    rate(tariffWith({}), "5"),
    rate(tariffWith({}), "5.001"),
    rate(tariffWith({}), "0"),
    rate(tariffWith({}), "30.001"),
  ]).toEqual(["4.2", "7.9", "4.2", "above-last-break"]);
  expect([rate(road, "29.999"), rate(road, "30"), rate(road, "100")]).toEqual(["21", "24", "55"]);
  const late = tariffWith(
    { breaks: [{ edge: "2", rate: "flat" }], rows: [{ zone: "1", rates: ["3"] }] },
    { boundary: "from" },
  );
  expect([rate(late, "1.999"), rate(late, "2")]).toEqual(["below-first-break", "3"]);
});

test("base plus: the break before at the edge, and every started unit above it", () => {
  const plus = tariffWith({
    breaks: [
      { edge: "5", rate: "flat" },
      { edge: null, rate: "basePlus", per: "2" },
    ],
    rows: [{ zone: "1", rates: ["10", "3"] }],
  });
  expect([rate(plus, "5"), rate(plus, "5.001"), rate(plus, "7"), rate(plus, "7.1")]).toEqual([
    "10",
    "13",
    "13",
    "16",
  ]);
});

test("an empty cell, an empty cell it builds on, and a missing row have no rate", () => {
  const gap = tariffWith({
    breaks: [
      { edge: "5", rate: "flat" },
      { edge: null, rate: "basePlus", per: "1" },
    ],
    rows: [{ zone: "1", rates: [null, "3"] }],
  });
  expect([rate(gap, "4"), rate(gap, "6")]).toEqual(["no-rate", "no-rate"]);
  expect(rate(tariffWith({ rows: [] }), "4")).toBe("no-rate");
});

test("minimum and maximum hold after the lower next break was taken", () => {
  const bounded = tariffWith(
    {
      breaks: [
        { edge: "0", rate: "perUnit", per: "1" },
        { edge: "100", rate: "perUnit", per: "1" },
      ],
      rows: [{ zone: "1", rates: ["0.8", "0.55"], minimum: "60", maximum: "70" }],
      lowerNextBreak: true,
    },
    { boundary: "from" },
  );
  // 80 kg: 64 by its own break, 55 at the next one's edge, raised to 60
  expect([rate(bounded, "80"), rate(bounded, "200")]).toEqual(["60", "70"]);
});

test("the unit of the tariff is the unit of its edges and rates", () => {
  const pounds = tariffWith(
    {
      breaks: [
        { edge: "10", rate: "flat" },
        { edge: null, rate: "perUnit", per: "1" },
      ],
      rows: [{ zone: "1", rates: ["9", "0.5"] }],
    },
    { unit: "lb" },
  );
  expect(rate(pounds, "4.5359237")).toBe("9");
  expect(rate(pounds, "9.0718474")).toBe("10");
});

test("an edition is in force from its first to its last day; of two the later begun", () => {
  const years = compileTariff(
    {
      ...plain,
      editions: [
        { ...plain.editions[0]!, label: "a", from: "2026-01-01", to: "2026-12-31" },
        { ...plain.editions[0]!, label: "b", from: "2026-12-01" },
      ],
    },
    chart,
  );
  expect(
    ["2025-12-31", "2026-01-01", "2026-11-30", "2026-12-31", "2027-05-01"].map(
      (date) => editionOn(years, date)?.label,
    ),
  ).toEqual([undefined, "a", "a", "b", "b"]);
});

test("break look-up equals a linear scan", () => {
  const edges = fc
    .uniqueArray(fc.integer({ min: 1, max: 400 }), { minLength: 1, maxLength: 12 })
    .map((list) => list.sort((a, b) => a - b));
  fc.assert(
    fc.property(
      edges,
      fc.integer({ min: 0, max: 450 }),
      fc.constantFrom("upTo" as const, "from" as const),
      fc.boolean(),
      (list, value, boundary, open) => {
        const breaks: Edition["breaks"] = list.map((edge) => ({ edge: String(edge), rate: "flat" }));
        if (open && boundary === "upTo") breaks.push({ edge: null, rate: "flat" });
        const compiled = tariffWith({ breaks, rows: [] }, { boundary }).editions[0]!.breaks;
        const found = list.findIndex((edge, i) =>
          boundary === "upTo"
            ? value <= edge && value > (list[i - 1] ?? -1)
            : value >= edge && value < (list[i + 1] ?? Infinity),
        );
        const beyond = boundary === "from" ? "below" : open ? list.length : "above";
        expect(findBreak(compiled, Decimal.whole(value), boundary)).toBe(found >= 0 ? found : beyond);
      },
    ),
    { seed: 3, numRuns: runs(500) },
  );
});

test("a heavier shipment on a rising tariff never costs less", () => {
  const rising = fc
    .array(fc.integer({ min: 0, max: 50 }), { minLength: 4, maxLength: 4 })
    .map((steps) => steps.map((_, i) => String(steps.slice(0, i + 1).reduce((a, b) => a + b, 1))));
  fc.assert(
    fc.property(rising, fc.integer({ min: 0, max: 40 }), fc.integer({ min: 0, max: 40 }), (rates, a, b) => {
      const tariff = tariffWith({
        breaks: ["5", "10", "20", "40"].map((edge) => ({ edge, rate: "flat" })),
        rows: [{ zone: "1", rates }],
      });
      const [light, heavy] = [Math.min(a, b), Math.max(a, b)];
      expect(Number(rate(tariff, String(light)))).toBeLessThanOrEqual(Number(rate(tariff, String(heavy))));
    }),
    { seed: 5, numRuns: runs(200) },
  );
});

test("the working names the cell and the break, with their paths", () => {
  const steps: Step[] = [];
  rate(tariffWith({}), "5", new Trace(steps, "rate"));
  expect(steps.map((step) => [step.station, step.code])).toEqual([
    ["zone", "zone-found"],
    ["rate", "edition-chosen"],
    ["rate", "break-found"],
    ["rate", "rate-flat"],
  ]);
  expect(steps[2]).toMatchObject({
    inputs: { value: { value: "5", unit: "kg" }, break: { upper: "5", unit: "kg", boundary: "upTo" } },
    source: "tariffs/PARCEL-BUY/editions/2026/breaks/5",
  });
  expect(steps[3]).toMatchObject({
    result: "4.20",
    source: "tariffs/PARCEL-BUY/editions/2026/zones/1/breaks/5",
  });
});

test("a curve has a piece a break, sloped where the rate is per unit", () => {
  expect(rateCurve(road, "2026", "1")).toEqual([
    { break: 0, from: 0, to: 30, start: 21, end: 21 },
    { break: 1, from: 30, to: 100, start: 24, end: 80 },
    { break: 2, from: 100, to: 150, start: 55, end: 82.5 },
  ]);
});

test("why there is no rate says the zone or the cell, and leads there", () => {
  const rejection = (tariff: ReturnType<typeof tariffWith>, value: string, country = "EE") => {
    const answer = tariffRate(tariff, {
      valueOf: () => given(Decimal.of(value)),
      place: { country, postcode: "" },
      origins: ["SHED"],
      date: "2026-11-24",
    });
    return answer.ok ? undefined : answer.rejection;
  };
  const path = "tariffs/PARCEL-BUY/editions/2026";
  const noRow = tariffWith({ rows: [] });
  expect(editionRate(noRow, noRow.editions[0]!, "1", Decimal.one)).toEqual({
    ok: false,
    rejection: expect.objectContaining({
      reason: "no-rate",
      inputs: { tariff: "Parcel", zone: "1" },
      source: `${path}/zones`,
    }),
  });
  const gap = tariffWith({ rows: [{ zone: "1", rates: [null, "3"] }] });
  expect(rejection(gap, "4")).toMatchObject({
    reason: "no-rate",
    inputs: { tariff: "Parcel", zone: "1", break: { upper: "5" } },
    source: `${path}/zones/1/breaks/5`,
  });
  expect(rejection(tariffWith({}), "31")).toMatchObject({
    reason: "above-last-break",
    inputs: { value: { value: "31", unit: "kg" }, last: { value: "30", unit: "kg" } },
    source: `${path}/breaks/30`,
  });
  const late = { breaks: [{ edge: "2", rate: "flat" as const }], rows: [{ zone: "1", rates: ["3"] }] };
  expect(rejection(tariffWith(late, { boundary: "from" }), "1")).toMatchObject({
    reason: "below-first-break",
    inputs: { value: { value: "1" }, first: { value: "2" } },
    source: `${path}/breaks/2`,
  });
});

test("where bands' own measure is not known there is no rate, and that it is not known is why", () => {
  const banded = tariffWith({
    bands: { measure: "quantity", edges: ["5", "20"] },
    rows: [
      {
        zone: "1",
        rates: [
          ["4", "6"],
          ["8", "9"],
        ],
      },
    ],
  });
  const ask = (pieces: string | undefined, trace?: Trace) =>
    tariffRate(
      banded,
      {
        valueOf: (measure, _, source) =>
          measure === "quantity"
            ? pieces === undefined
              ? refused(reject("weight-missing", { skus: ["A"] }, source))
              : given(Decimal.of(pieces))
            : given(Decimal.one),
        place: { country: "EE", postcode: "" },
        origins: ["SHED"],
        date: "2026-11-24",
      },
      trace,
    );
  expect(ask(undefined)).toMatchObject({
    ok: false,
    rejection: { source: "tariffs/PARCEL-BUY/editions/2026/bands/measure" },
  });
  expect(ask("21")).toMatchObject({
    ok: false,
    rejection: { reason: "above-last-break", source: "tariffs/PARCEL-BUY/editions/2026/bands/20" },
  });
  const steps: Step[] = [];
  const found = ask("6", new Trace(steps, "rate"));
  expect(found.ok && found.value.amount.toString()).toBe("8");
  expect(steps.find(({ code }) => code === "band-found")).toMatchObject({
    inputs: { value: { value: "6" }, band: { lower: "5", upper: "20" } },
    source: "tariffs/PARCEL-BUY/editions/2026/bands/20",
  });
});
