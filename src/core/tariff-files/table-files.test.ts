import fc from "fast-check";
import demo from "../../../demo/nettle-and-comb.setup.json";
import { anySetup } from "../../../tests/support/any-setup";
import { anyTariff } from "../../../tests/support/any-tariff";
import { sure } from "../../../tests/support/smallest-setup";
import { parseSetup } from "../setup/parse-setup";
import type { Edition, Tariff } from "../setup/tariff";
import { buildTable, withTable } from "./build-table";
import { writeEdition, type TableShape } from "./edition-records";
import { guessPlan } from "./guess-plan";
import type { RateRecord, RowFault } from "./rate-record";
import { recordReader } from "./read-records";
import { rowVerdicts } from "./row-verdict";
import type { FilePlan } from "./file-plan";
import { runs } from "../../../tests/support/runs";

const isFault = (read: readonly RateRecord[] | RowFault): read is RowFault => "code" in read;

/** All rows of a table through a plan; the faults beside the records. */
function readAll(plan: FilePlan, head: readonly string[], rows: readonly (readonly string[])[]) {
  const read = recordReader(plan, head);
  const answers = rows.map((cells, i) => read(cells, i + 1 + plan.headLine));
  return {
    records: answers.flatMap((answer) => (isFault(answer) ? [] : answer)),
    faults: answers.filter(isFault),
  };
}

function thereAndBack(tariff: Tariff, edition: Edition, shape: TableShape, guessed = false) {
  const { head, rows, plan } = writeEdition(tariff, edition, shape);
  const own = guessed ? { ...guessPlan([head, ...rows]), boundary: tariff.boundary } : plan;
  const { records, faults } = readAll(own, head, rows);
  expect(faults).toEqual([]);
  const built = buildTable(records, { boundary: tariff.boundary, choices: {} });
  expect(built.faults).toEqual([]);
  expect(rowVerdicts(built, edition).filter(({ verdict }) => verdict !== "same")).toEqual([]);
  return withTable(edition, built.table);
}

describe.each(["list", "matrix"] as const)("as a %s", (shape) => {
  const { tariffs } = sure(parseSetup(demo));

  test("every table of the demo comes back as it went out, also with the plan its heads suggest", () => {
    for (const tariff of tariffs)
      for (const edition of tariff.editions) {
        expect(thereAndBack(tariff, edition, shape)).toEqual(edition);
        expect(thereAndBack(tariff, edition, shape, true)).toEqual(edition);
      }
  });

  test("so does every table of a generated setup that has a row", () => {
    fc.assert(
      fc.property(anySetup, (setup) => {
        for (const tariff of setup.tariffs)
          for (const edition of tariff.editions)
            if (edition.rows.length > 0) expect(thereAndBack(tariff, edition, shape)).toEqual(edition);
      }),
      { numRuns: runs(60) },
    );
  });

  test("and tables of any breaks, kinds, bands and bounds", () => {
    fc.assert(
      fc.property(anyTariff, (tariff) => {
        const [edition] = tariff.editions;
        if (edition) expect(thereAndBack(tariff, edition, shape)).toEqual(edition);
      }),
      { numRuns: runs(200) },
    );
  });
});

const list: FilePlan = {
  shape: "list",
  headLine: 1,
  columns: { tariff: 0, zone: 1, from: 2, to: 3, price: 4 },
  rates: [],
  decimal: ",",
  boundary: "upTo",
};
const head = ["service", "zone", "from", "to", "price"];
const build = (rows: string[][], choices = {}, boundary: "upTo" | "from" = "upTo") => {
  const { records, faults } = readAll(list, head, rows);
  return { ...buildTable(records, { boundary, choices }), read: faults };
};

test("from–to pairs with steps between them become edges; each end stays where it was stated", () => {
  const rows = [
    ["P", "1", "0", "3000", "4,20"],
    ["P", "1", "3001", "5000", "6,10"],
    ["P", "1", "5001", "99999", "9,00"],
  ];
  const { table, seams } = build(rows);
  expect(seams.map(({ key, usual }) => [key, usual])).toEqual([
    ["gap 3000 3001", "upper"],
    ["gap 5000 5001", "upper"],
    ["lastBound 99999 5001", "lower"],
  ]);
  expect(table.breaks.map(({ edge }) => edge)).toEqual(["3000", "5000", "99999"]);
  expect(table.rows).toEqual([{ zone: "1", rates: ["4.20", "6.10", "9.00"] }]);
  expect(build(rows, { "lastBound 99999 5001": "upper" }).table.breaks.at(-1)?.edge).toBeNull();
  // of a table of lower edges the upper interval's start is the edge: 3000 itself is still the lower rate
  expect(build(rows, {}, "from").table.breaks.map(({ edge }) => edge)).toEqual([
    "0",
    "3001",
    "5001",
    "99999",
  ]);
});

test("a parcel's last bound is no suspicion, thousands far above the edge are", () => {
  const last = (from: string, to: string) =>
    build([
      ["P", "1", "0", from, "1"],
      ["P", "1", from, to, "2"],
    ]).seams.map(({ kind }) => kind);
  expect(last("0.5", "30")).toEqual([]);
  expect(last("20", "1000")).toEqual(["lastBound"]);
  expect(last("30", "9999")).toEqual(["lastBound"]);
});

test("a wide gap is a break without rates until somebody closes it, an overlap goes as chosen", () => {
  const gap = [
    ["P", "1", "0", "2", "4"],
    ["P", "1", "5", "10", "6"],
  ];
  expect(build(gap).table).toMatchObject({
    breaks: [{ edge: "2" }, { edge: "5" }, { edge: "10" }],
    rows: [{ rates: ["4", null, "6"] }],
  });
  expect(build(gap, { "gap 2 5": "lower" }).table.breaks.map(({ edge }) => edge)).toEqual(["5", "10"]);
  const overlap = [
    ["P", "1", "0", "3", "4"],
    ["P", "1", "2", "5", "6"],
  ];
  expect(build(overlap).table.breaks.map(({ edge }) => edge)).toEqual(["3", "5"]);
  expect(build(overlap, { "overlap 3 2": "upper" }).table.breaks.map(({ edge }) => edge)).toEqual(["2", "5"]);
});

test("zones of other edges share a table of all edges, and a rate stands in each break its interval spans", () => {
  const { table } = build([
    ["P", "1", "0", "2", "4"],
    ["P", "1", "2", "5", "6"],
    ["P", "2", "0", "5", "9"],
  ]);
  expect(table.rows).toEqual([
    { zone: "1", rates: ["4", "6"] },
    { zone: "2", rates: ["9", "9"] },
  ]);
});

test("a value inside of a stated interval costs what the file says, whatever the edges come to", () => {
  const interval = fc.tuple(fc.integer({ min: 0, max: 60 }), fc.integer({ min: 1, max: 20 }));
  fc.assert(
    fc.property(
      fc.array(interval, { minLength: 1, maxLength: 8 }),
      fc.constantFrom("upTo" as const, "from" as const),
      (any, boundary) => {
        // intervals one after the other, with gaps of any width
        let end = 0;
        const rows = any.map(([gap, width], i) => {
          const from = end + (gap % 4 === 0 ? 0 : gap);
          end = from + width;
          return ["P", "1", String(from), String(end), `${i + 1}`];
        });
        const { table } = build(rows, {}, boundary);
        for (const [, , from, to, price] of rows) {
          const middle = (Number(from) + Number(to)) / 2;
          const at = table.breaks.findIndex(({ edge }, i) => {
            const next = table.breaks[i + 1]?.edge ?? null;
            if (boundary === "upTo") return edge === null || middle <= Number(edge);
            return middle >= Number(edge) && (next === null || middle < Number(next));
          });
          expect(table.rows[0]?.rates[at]).toBe(price);
        }
      },
    ),
  );
});

test("what contradicts is a fault with its line, and the rest is built", () => {
  const { table, faults, read } = build([
    ["P", "1", "0", "2", "4"],
    ["P", "1", "0", "2", "5"],
    ["P", "1", "0", "2", "4,00"],
    ["P", "", "0", "2", "4"],
    ["P", "1", "2", "5", "#REF!"],
    ["P", "1", "7", "5", "1"],
    ["P", "1", "2", "5", "on request"],
    ["P", "2", "0", "2", "-3"],
    ["P", "2", "0", "2", "n/a"],
  ]);
  expect(faults.map(({ line, code }) => [line, code])).toEqual([[3, "twice"]]);
  expect(read.map(({ line, code }) => [line, code])).toEqual([
    [5, "no-place"],
    [6, "formula-error"],
    [7, "reversed"],
    [8, "not-a-figure"],
    [9, "negative"],
  ]);
  expect(table.rows).toEqual([
    { zone: "1", rates: ["4"] },
    { zone: "2", rates: [null] },
  ]);
});

test("a row that fills a cell without a rate is new, one that gives another rate changes it", () => {
  const { records } = readAll(list, head, [
    ["P", "1", "0", "2", "4,0"],
    ["P", "1", "2", "5", "6"],
    ["P", "2", "0", "2", "1"],
  ]);
  const built = buildTable(records, { boundary: "upTo", choices: {} });
  const target: Edition = {
    label: "x",
    from: "2026-01-01",
    breaks: [
      { edge: "2.0", rate: "flat" },
      { edge: "5", rate: "flat" },
    ],
    rows: [{ zone: "1", rates: ["4.00", "5.90"] }],
  };
  expect(rowVerdicts(built, target)).toEqual([
    { line: 2, verdict: "same" },
    { line: 3, verdict: "changed", before: "5.90" },
    { line: 4, verdict: "new" },
  ]);
  expect(withTable(target, built.table).breaks[0]?.edge).toBe("2.0");
});

test("edges in grams become exact edges in kilograms", () => {
  const { records } = readAll(list, head, [["P", "1", "0", "250", "4"]]);
  const built = buildTable(records, { boundary: "upTo", choices: {}, factor: "0.001" });
  expect(built.table.breaks).toEqual([{ edge: "0.25", rate: "flat" }]);
});
