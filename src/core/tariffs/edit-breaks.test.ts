import fc from "fast-check";
import type { Edition } from "../setup/tariff";
import { insertBreak, mergeBreaks, removeBreak, setEdges, shiftEdges } from "./edit-breaks";

const flat = (edge: string | null) => ({ edge, rate: "flat" as const });
const edition: Edition = {
  label: "2026",
  from: "2026-01-01",
  breaks: [flat("2"), flat("10"), { edge: null, rate: "perUnit", per: "1" }],
  rows: [
    { zone: "1", rates: ["4.20", "6.90", "0.71"] },
    { zone: "2", rates: [null, "8.00", null] },
  ],
};

test("between two flat rates the new one lies on the line from edge to edge", () => {
  const next = insertBreak(edition, "upTo", "6")!;
  expect(next.breaks.map((entry) => entry.edge)).toEqual(["2", "6", "10", null]);
  // half way from 4.20 to 6.90; where one of the two is missing the divided break's own
  expect(next.rows.map((row) => row.rates[1])).toEqual(["5.55", "8.00"]);
});

test("an open break is divided and rated as it was; before the first the first's rate stands in", () => {
  const open = insertBreak(edition, "upTo", "30")!;
  expect(open.breaks[2]).toEqual({ edge: "30", rate: "perUnit", per: "1" });
  expect(open.rows[0]!.rates).toEqual(["4.20", "6.90", "0.71", "0.71"]);
  expect(insertBreak(edition, "upTo", "1")!.rows[0]!.rates.slice(0, 2)).toEqual(["4.20", "4.20"]);
});

test("in a table whose edges are lower ends the break below is divided", () => {
  const from: Edition = {
    ...edition,
    breaks: [flat("0"), { edge: "100", rate: "perUnit", per: "100" }],
    rows: [{ zone: "A", rates: ["10", "96.00"] }],
  };
  const next = insertBreak(from, "from", "300")!;
  expect(next.breaks[2]).toEqual({ edge: "300", rate: "perUnit", per: "100" });
  expect(next.rows[0]!.rates).toEqual(["10", "96.00", "96.00"]);
});

test("an edge that is there already, and the last break, are left", () => {
  expect(insertBreak(edition, "upTo", "10.0")).toBeUndefined();
  expect(removeBreak({ ...edition, breaks: [flat("2")] }, 0)).toBeUndefined();
  expect(removeBreak(edition, 9)).toBeUndefined();
});

test("bands are divided page by page", () => {
  const banded: Edition = {
    ...edition,
    breaks: [flat("2"), flat("4")],
    bands: { measure: "goodsValue", currency: "EUR", edges: ["100", null] },
    rows: [
      {
        zone: "1",
        rates: [
          ["1.00", "2.00"],
          ["3.00", null],
        ],
      },
    ],
  };
  expect(insertBreak(banded, "upTo", "3")!.rows[0]!.rates).toEqual([
    ["1.00", "1.50", "2.00"],
    ["3.00", null, null],
  ]);
});

test("what is put in is taken out again, and edges keep rising", () => {
  const edge = fc.integer({ min: 1, max: 4000 }).map((tenths) => String(tenths / 10));
  fc.assert(
    fc.property(edge, fc.constantFrom("upTo" as const, "from" as const), (typed, boundary) => {
      const next = insertBreak(edition, boundary, typed);
      if (!next) return;
      const at = next.breaks.findIndex((entry) => entry.edge === typed);
      const figures = next.breaks.map((entry) => (entry.edge === null ? Infinity : Number(entry.edge)));
      expect([...figures].sort((a, b) => a - b)).toEqual(figures);
      expect(removeBreak(next, at)).toEqual(edition);
    }),
  );
});

test("merged breaks reach as far as both did and keep the rates that are chosen", () => {
  const lower = mergeBreaks(edition, "upTo", 0, "lower")!;
  expect(lower.breaks).toEqual([flat("10"), edition.breaks[2]]);
  expect(lower.rows[0]!.rates).toEqual(["4.20", "0.71"]);
  const upper = mergeBreaks(edition, "upTo", 1, "upper")!;
  expect(upper.breaks).toEqual([flat("2"), edition.breaks[2]]);
  const from: Edition = { ...edition, breaks: [flat("0"), flat("5"), flat("9")] };
  expect(mergeBreaks(from, "from", 1, "upper")!.breaks.map(({ edge }) => edge)).toEqual(["0", "5"]);
  expect(mergeBreaks(edition, "upTo", 2, "lower")).toBeUndefined();
});

test("shifted edges take their rates along and never cross the one before", () => {
  const next = shiftEdges(edition, 1, "0.5")!;
  expect(next.breaks.map(({ edge }) => edge)).toEqual(["2", "10.5", null]);
  expect(next.rows).toBe(edition.rows);
  expect(shiftEdges(edition, 1, "-8")).toBeUndefined();
  expect(shiftEdges(edition, 0, "-2.5")).toBeUndefined();
});

test("set edges are the only ones, each with a rate on the old line or of the old break", () => {
  const next = setEdges(edition, ["2", "6"]);
  expect(next.breaks.map(({ edge }) => edge)).toEqual(["2", "6", null]);
  expect(next.rows[0]!.rates).toEqual(["4.20", "5.55", "0.71"]);
});

describe("at the ends and between strangers", () => {
  const from: Edition = {
    ...edition,
    breaks: [flat("0"), flat("10"), flat("20")],
    rows: [{ zone: "A", rates: ["1.00", "2.00", "3.00"] }],
  };

  test("behind the last edge the last break stands in, before the first of a from table the first", () => {
    const closed: Edition = { ...from, breaks: [flat("5"), flat("10"), flat("20")] };
    const beyond = insertBreak(closed, "upTo", "30")!;
    expect(beyond.breaks.map(({ edge }) => edge)).toEqual(["5", "10", "20", "30"]);
    expect(beyond.rows[0]!.rates).toEqual(["1.00", "2.00", "3.00", "3.00"]);
    const raised: Edition = { ...from, breaks: [flat("5"), flat("10"), flat("20")] };
    expect(insertBreak(raised, "from", "1")!.rows[0]!.rates).toEqual(["1.00", "1.00", "2.00", "3.00"]);
    expect(insertBreak(from, "from", "30")!.rows[0]!.rates).toEqual(["1.00", "2.00", "3.00", "3.00"]);
    expect(insertBreak({ ...edition, breaks: [], rows: [] }, "upTo", "1")).toBeUndefined();
  });

  test("the line between is drawn only between flat rates that are there, with the digits of the finer one", () => {
    const of = (breaks: Edition["breaks"], rates: (string | null)[]) =>
      insertBreak({ ...edition, breaks, rows: [{ zone: "A", rates }] }, "upTo", "5")!.rows[0]!.rates[1];
    const per = (edge: string) => ({ edge, rate: "perUnit" as const, per: "1" });
    expect(of([flat("0"), flat("10")], ["1", "2.001"])).toBe("1.501");
    expect(of([flat("0"), flat("10")], ["1.255", "2"])).toBe("1.628");
    expect(of([flat("2"), flat("10")], ["1", "3"])).toBe("2");
    expect(of([per("0"), flat("10")], ["1", "3"])).toBe("3");
    expect(of([flat("0"), per("10")], ["1", "3"])).toBe("3");
    expect(of([flat("0"), flat(null)], ["1", "3"])).toBe("3");
    expect(of([flat("0"), flat("10")], [null, "3"])).toBe("3");
    expect(of([flat("0"), flat("10")], ["1", null])).toBeNull();
  });

  test("two breaks become one; one is left as it is", () => {
    const two: Edition = {
      ...from,
      breaks: [flat("5"), flat("10")],
      rows: [{ zone: "A", rates: ["1", "2"] }],
    };
    expect(removeBreak(two, 0)).toMatchObject({ breaks: [{ edge: "10" }], rows: [{ rates: ["2"] }] });
    expect(removeBreak(removeBreak(two, 0)!, 0)).toBeUndefined();
  });

  test("edges move as far as nothing and as each other, and no further", () => {
    const closed: Edition = { ...from, breaks: [flat("5"), flat("10"), flat(null)] };
    const edges = (moved: Edition | undefined) => moved?.breaks.map(({ edge }) => edge);
    expect(edges(shiftEdges(closed, 0, "-5"))).toEqual(["0", "5", null]);
    expect(shiftEdges(closed, 0, "-5.01")).toBeUndefined();
    expect(edges(shiftEdges(closed, 1, "-4.99"))).toEqual(["5", "5.01", null]);
    expect(shiftEdges(closed, 1, "-5")).toBeUndefined();
    // an open break below is no bound
    expect(edges(shiftEdges({ ...closed, breaks: [flat(null), flat("10")] }, 1, "-9"))).toEqual([null, "1"]);
  });

  test("the edges that are asked for are those that stand, whatever was there, and an open end stays", () => {
    const edges = (next: Edition) => next.breaks.map(({ edge }) => edge);
    const closed: Edition = { ...from, breaks: [flat("5"), flat("10"), flat(null)] };
    expect(edges(setEdges(closed, ["3", "10.0"]))).toEqual(["3", "10", null]);
    expect(edges(setEdges(closed, ["7"]))).toEqual(["7", null]);
    expect(edges(setEdges({ ...from, breaks: [flat("5"), flat("10"), flat("20")] }, ["4", "20"]))).toEqual([
      "4",
      "20",
    ]);
  });
});
