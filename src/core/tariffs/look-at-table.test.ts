import fc from "fast-check";
import demo from "../../../demo/nettle-and-comb.setup.json";
import { sure } from "../../../tests/support/smallest-setup";
import { compileSetup } from "../quote/compiled-setup";
import { tableMargins } from "./table-margins";
import { parseSetup } from "../setup/parse-setup";
import type { Tariff } from "../setup/tariff";
import { compileChart } from "../zones/compiled-chart";
import { compileTariff } from "./compiled-tariff";
import { curveLines, rateCurve } from "./curve";
import { suggestEdges } from "./suggest-edges";
import { weighEditions } from "./weigh-editions";

const chart = {
  code: "Z",
  name: "Z",
  zones: [
    { code: "1", name: "Near" },
    { code: "2", name: "Far" },
  ],
  entries: [
    { zone: "1", country: "EE" },
    { zone: "2", country: "SE" },
    { zone: null, country: "NO" },
  ],
};
const tariff: Tariff = {
  code: "T",
  name: "T",
  side: "buy",
  currency: "EUR",
  zoneChart: "Z",
  measure: "actualWeight",
  unit: "g",
  boundary: "upTo",
  editions: [
    {
      label: "2026",
      from: "2026-01-01",
      to: "2026-12-31",
      breaks: [
        { edge: "1000", rate: "flat" },
        { edge: "5000", rate: "flat" },
      ],
      rows: [
        { zone: "1", rates: ["4.00", "6.005"] },
        { zone: "2", rates: ["8.00", null] },
      ],
    },
    {
      label: "2027",
      from: "2027-01-01",
      breaks: [{ edge: "5000", rate: "flat" }],
      rows: [
        { zone: "1", rates: ["5.00"] },
        { zone: "2", rates: ["9.00"] },
      ],
    },
  ],
};

test("past shipments are summed under both editions where both have a rate, rounded one by one", () => {
  const compiled = compileTariff(tariff, compileChart(chart));
  const [before, after] = compiled.editions.map((edition) => ({ tariff: compiled, edition }));
  const shipped = (country: string, value: string) => ({
    order: "1",
    place: { country, postcode: "" },
    value,
  });
  const weighed = weighEditions(before!, after!, [
    shipped("EE", "1000"),
    shipped("EE", "1000.1"),
    shipped("SE", "400"),
    shipped("SE", "3000"),
    shipped("SE", "9000"),
    shipped("NO", "100"),
  ]);
  expect(weighed).toEqual({
    shipments: 3,
    before: "18.01",
    after: "19.00",
    difference: "0.99",
    percent: "5.50",
    onlyBefore: 0,
    onlyAfter: 1,
    neither: 2,
    zones: [
      { zone: "1", shipments: 2, before: "10.01", after: "10.00", difference: "-0.01", percent: "-0.10" },
      { zone: "2", shipments: 1, before: "8.00", after: "9.00", difference: "1.00", percent: "12.50" },
    ],
  });
});

test("the lower next break caps a curve where the next one's amount at its edge is met", () => {
  const road = compileTariff(
    {
      ...tariff,
      unit: "kg",
      boundary: "from",
      editions: [
        {
          label: "r",
          from: "2026-01-01",
          lowerNextBreak: true,
          breaks: [
            { edge: "0", rate: "perUnit", per: "100" },
            { edge: "100", rate: "perUnit", per: "100" },
          ],
          rows: [{ zone: "1", rates: ["50", "40"] }],
        },
      ],
    },
    compileChart(chart),
  );
  const pieces = rateCurve(road, "r", "1");
  expect(pieces[0]).toMatchObject({ from: 0, to: 100, start: 0, end: 50, cap: { from: 80, amount: 40 } });
  expect(pieces[1]?.cap).toBeUndefined();
  const lines = curveLines(pieces, "amount");
  expect(lines.charged[0]).toEqual([
    [0, 0],
    [80, 40],
    [80, 40],
    [100, 40],
  ]);
  expect(lines.spared).toEqual([
    [
      [80, 40],
      [100, 50],
    ],
  ]);
  // below 80 kg each kilogram costs 0.50, at 100 kg it is down to 0.40
  const unit = curveLines(pieces, "perUnit").charged[0]!;
  expect(unit[0]![1]).toBeCloseTo(0.5);
  expect(unit.at(-1)![1]).toBeCloseTo(0.4);
});

test("suggested edges leave as little room as any edges can", () => {
  /** Every way to choose edges among the values, by trying. */
  const least = (values: readonly number[], count: number): number => {
    const points = [...new Set(values)].sort((a, b) => a - b);
    const last = points.at(-1) ?? 0;
    let best = Number.POSITIVE_INFINITY;
    for (let mask = 0; mask < 1 << (points.length - 1); mask++) {
      const edges = [...points.filter((_, i) => (mask >> i) & 1 && i < points.length - 1), last];
      if (edges.length > count) continue;
      const room = values.reduce((sum, value) => sum + (edges.find((edge) => edge >= value) ?? 0) - value, 0);
      best = Math.min(best, room);
    }
    return best;
  };
  const values = fc.array(fc.integer({ min: 1, max: 40 }), { minLength: 1, maxLength: 10 });
  fc.assert(
    fc.property(values, fc.integer({ min: 1, max: 4 }), (any, count) => {
      const suggested = suggestEdges(any, count, 1);
      expect(suggested.room).toBeCloseTo(least(any, count));
      expect(suggested.edges.length).toBeLessThanOrEqual(count);
      expect(Number(suggested.edges.at(-1))).toBe(Math.max(...any));
    }),
  );
});

test("suggested edges are multiples of the step, also of many values", () => {
  expect(suggestEdges([0.31, 0.29, 4.9, 0], 2, 0.5).edges).toEqual(["0.5", "5"]);
  expect(suggestEdges([], 3, 1)).toEqual({ edges: [], room: 0 });
  const many = Array.from({ length: 3000 }, (_, i) => ((i * 7919) % 30_011) / 10);
  expect(suggestEdges(many, 5, 0.1).edges).toHaveLength(5);
});

test("a sell table against a buy table gives what is left per cell, tax taken off, from either side alike", () => {
  const compiled = sure(compileSetup(sure(parseSetup(demo))));
  const sell = tableMargins(
    compiled,
    { code: "SHOP-POST-SELL", side: "sell" },
    "PNP-PARCEL-BUY",
    "2026-06-01",
  );
  expect(sell.taxPercent).toBe("22");
  expect(sell.cells.length).toBeGreaterThan(10);
  const table = sure(parseSetup(demo)).tariffs.find(({ code }) => code === "SHOP-POST-SELL")!.editions[0]!;
  for (const { zone, break: at, margin, other } of sell.cells) {
    const rate = table.rows.find((row) => row.zone === zone)!.rates[at] as string;
    expect(Number(margin) + Number(other)).toBeCloseTo(Number(rate) / 1.22, 1);
  }
  const buy = tableMargins(compiled, { code: "PNP-PARCEL-BUY", side: "buy" }, "SHOP-POST-SELL", "2026-06-01");
  expect(buy.cells.length).toBeGreaterThan(10);
  // another kind of measure can't be laid beside it
  expect(
    tableMargins(compiled, { code: "PNP-PARCEL-BUY", side: "buy" }, "nothing", "2026-06-01").cells,
  ).toEqual([]);
});
