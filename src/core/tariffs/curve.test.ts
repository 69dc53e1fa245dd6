import { sure } from "../../../tests/support/smallest-setup";
import type { Tariff } from "../setup/tariff";
import { tariff as tariffSchema } from "../setup/tariff";
import { parseWith } from "../setup/parse-setup";
import { compileChart } from "../zones/compiled-chart";
import { compileTariff } from "./compiled-tariff";
import { curveLines, rateCurve, type CurvePiece } from "./curve";

const chart = {
  code: "Z",
  name: "Z",
  zones: [{ code: "1", name: "Near" }],
  entries: [{ zone: "1", country: "EE" }],
};

type Breaks = Tariff["editions"][number]["breaks"];

function curveOf(
  breaks: Breaks,
  rates: readonly (string | null)[],
  { row = {}, ...own }: Partial<Tariff["editions"][number]> & { row?: object } = {},
  unit = "kg",
  asked: readonly [string, string] = ["2026", "1"],
): CurvePiece[] {
  const tariff = sure(
    parseWith(tariffSchema, {
      code: "T",
      name: "T",
      side: "buy",
      currency: "EUR",
      zoneChart: "Z",
      measure: "actualWeight",
      unit,
      boundary: "upTo",
      editions: [
        { label: "2026", from: "2026-01-01", breaks, rows: [{ zone: "1", rates, ...row }], ...own },
        { label: "2027", from: "2027-01-01", breaks, rows: [] },
      ],
    }),
  );
  return rateCurve(compileTariff(tariff, compileChart(chart)), ...asked);
}

const flat = (edge: string | null) => ({ edge, rate: "flat" as const });
const perKg = (edge: string | null) => ({ edge, rate: "perUnit" as const, per: "1" });

test("each break is a line from just above its lower to its upper end, in the tariff's unit", () => {
  expect(curveOf([flat("2"), perKg("10"), perKg(null)], ["4.00", "1.50", "1.20"])).toEqual([
    { break: 0, from: 0, to: 2, start: 4, end: 4 },
    { break: 1, from: 2, to: 10, start: 3, end: 15 },
    // the open end is drawn half as far again as the last edge
    { break: 2, from: 10, to: 15, start: 12, end: 18 },
  ]);
  // grams inside, grams outside
  expect(curveOf([flat("250"), flat("1000")], ["1.00", "2.00"], {}, "g")).toEqual([
    { break: 0, from: 0, to: 250, start: 1, end: 1 },
    { break: 1, from: 250, to: 1000, start: 2, end: 2 },
  ]);
  // a table of one open break is drawn up to 15
  expect(curveOf([perKg(null)], ["2.00"])).toEqual([{ break: 0, from: 0, to: 15, start: 0, end: 30 }]);
});

test("a break without a rate leaves a gap, a zone or an edition that is not there leaves nothing", () => {
  const breaks = [flat("2"), flat("5"), flat("9")];
  expect(curveOf(breaks, ["1", null, "3"]).map((piece) => piece.break)).toEqual([0, 2]);
  expect(curveOf(breaks, ["1", "2", "3"], {}, "kg", ["2025", "1"])).toEqual([]);
  expect(curveOf(breaks, ["1", "2", "3"], {}, "kg", ["2026", "9"])).toEqual([]);
  expect(curveOf(breaks, ["1", "2", "3"], {}, "kg", ["2027", "1"])).toEqual([]);
});

test("a row's bounds hold the line up and down", () => {
  const row = { minimum: "5.00", maximum: "12.00" };
  expect(curveOf([perKg("10")], ["2.00"], { row })).toEqual([
    { break: 0, from: 0, to: 10, start: 5, end: 12 },
  ]);
});

describe("with the lower next break", () => {
  const lower = { lowerNextBreak: true };

  test("a piece is cut where the next break's amount at its edge costs less, as far as it does", () => {
    // 2.00 a kg up to 10; then 1.00 a kg, 10.00 at the edge: cheaper from 5 kg on
    expect(curveOf([perKg("10"), perKg(null)], ["2.00", "1.00"], lower)[0]).toEqual({
      break: 0,
      from: 0,
      to: 10,
      start: 0,
      end: 20,
      cap: { from: 5, amount: 10 },
    });
    // begins above the edge of its own piece: cut from there
    const steep = curveOf([flat("4"), perKg("10"), flat(null)], ["1.00", "3.00", "9.00"], lower)[1];
    expect(steep).toEqual({
      break: 1,
      from: 4,
      to: 10,
      start: 12,
      end: 30,
      cap: { from: 4, amount: 9 },
    });
  });

  test("a flat piece that is dearer than the next is cut from its begin", () => {
    expect(curveOf([flat("5"), flat("10")], ["8.00", "6.00"], lower)[0]).toMatchObject({
      cap: { from: 0, amount: 6 },
    });
  });

  test("nothing is cut where the next costs as much or more, has no rate, or is not there", () => {
    const caps = (rates: readonly (string | null)[]) =>
      curveOf([flat("5"), flat("10")], rates, lower).map((piece) => piece.cap);
    expect(caps(["6.00", "6.00"])).toEqual([undefined, undefined]);
    expect(caps(["6.00", "7.00"])).toEqual([undefined, undefined]);
    expect(caps(["6.00", null])).toEqual([undefined]);
    expect(curveOf([flat("5"), flat("10")], ["8.00", "6.00"])[0]!.cap).toBeUndefined();
  });
});

describe("as lines to draw", () => {
  const [piece] = [{ break: 0, from: 4, to: 10, start: 12, end: 30 }];

  test("amounts are straight, from end to end", () => {
    expect(curveLines([piece!], "amount")).toEqual({
      charged: [
        [
          [4, 12],
          [10, 30],
        ],
      ],
      spared: [],
    });
  });

  test("a piece that is cut is charged up to the cut and along it, and what it spares goes on from there", () => {
    expect(curveLines([{ ...piece!, cap: { from: 6, amount: 18 } }], "amount")).toEqual({
      charged: [
        [
          [4, 12],
          [6, 18],
          [6, 18],
          [10, 18],
        ],
      ],
      spared: [
        [
          [6, 18],
          [10, 30],
        ],
      ],
    });
  });

  test("amounts per unit are sampled; at nothing there is none", () => {
    const flatPiece = { break: 0, from: 0, to: 24, start: 12, end: 12 };
    const [line] = curveLines([flatPiece], "perUnit").charged;
    expect(line).toHaveLength(24);
    expect(line![0]).toEqual([1, 12]);
    expect(line!.at(-1)).toEqual([24, 0.5]);
    expect(line!.every(([x, y]) => Math.abs(x * y - 12) < 1e-9)).toBe(true);
    const rising = curveLines([{ ...piece!, from: 6, start: 6 }], "perUnit").charged[0]!;
    expect(rising).toHaveLength(25);
    expect(rising[0]).toEqual([6, 1]);
    expect(rising[12]).toEqual([8, 18 / 8]);
    expect(rising.at(-1)).toEqual([10, 3]);
  });
});
