import type { Edition, Tariff } from "@/core/setup/tariff";
import { bandOf } from "./band-page";
import { cellChanges, cellOf, cellText, LEAD } from "./cell-edits";
import { noteAt, notesByCell } from "./noted-cells";
import { withEdits } from "./typed-edition";

const edition: Edition = {
  label: "2026",
  from: "2026-01-01",
  breaks: [
    { edge: "2.0", rate: "flat" },
    { edge: null, rate: "flat" },
  ],
  bands: { measure: "goodsValue", edges: ["100", null] },
  rows: [
    {
      zone: "1",
      rates: [
        ["1", "2"],
        ["3", null],
      ],
      minimum: "0.50",
    },
  ],
};
const plain: Edition = {
  label: "p",
  from: "2026-01-01",
  breaks: edition.breaks,
  rows: [{ zone: "1", rates: ["5", null] }],
};

test("a cell is read and changed on the page of its band, and found again by its path", () => {
  const place = { row: 0, column: LEAD + 1 };
  expect([0, 1].map((page) => cellText(edition, page, place))).toEqual(["2", ""]);
  const [change] = cellChanges(edition, 1, [{ ...place, text: "4,50" }], "e");
  expect(change).toEqual({ path: "e/rows/0/rates/1/1", from: null, to: "4.50" });
  expect(cellOf(edition, change!.path)).toEqual({ ...place, page: 1 });
  const [flat] = cellChanges(plain, 0, [{ row: 0, column: LEAD, text: "" }], "e");
  expect(flat).toEqual({ path: "e/rows/0/rates/0", from: "5", to: null });
  expect(cellOf(plain, flat!.path)).toEqual({ row: 0, page: 0, column: LEAD });
  expect(cellOf(plain, "e/rows/0/maximum")).toEqual({ row: 0, page: 0, column: LEAD + 3 });
});

test("what is typed is tried without being stored; what is not a figure yet counts as nothing", () => {
  const typed = (of: Edition, page: number, column: number, text: string) =>
    withEdits(of, cellChanges(of, page, [{ row: 0, column, text }], ""));
  expect(typed(edition, 1, LEAD + 1, "9").rows[0]!.rates).toEqual([
    ["1", "2"],
    ["3", "9"],
  ]);
  expect(typed(plain, 0, LEAD, "6,5").rows[0]!.rates).toEqual(["6.5", null]);
  expect(typed(plain, 0, LEAD, "").rows[0]!.rates).toEqual([null, null]);
  expect(typed(edition, 0, LEAD + 2, "").rows[0]).not.toHaveProperty("minimum");
  expect(typed(plain, 0, LEAD, "6,")).toBe(plain);
  expect(edition.rows[0]!.rates[1]).toEqual(["3", null]);
});

test("a note is found by zone and edges as figures, on its own page alone", () => {
  const note = {
    edge: "2",
    band: "above",
    zone: "1",
    note: "by phone",
    version: 1,
    writtenAt: "2026-01-02T08:00:00Z",
    writtenBy: "M",
  };
  const notes = notesByCell([note]);
  const at = (page: number, column: number) => noteAt(notes, "T", edition, page, { row: 0, column });
  expect(at(1, LEAD)).toMatchObject({
    text: "by phone",
    by: "M, 2026-01-02",
    cell: { edge: "2", band: "above" },
  });
  expect(at(0, LEAD)).toMatchObject({ text: "", cell: { band: "100" } });
  expect(at(1, LEAD + 1)).toMatchObject({ text: "", cell: { edge: "" } });
  expect(at(1, 0)).toBeUndefined();
});

test("a band says its measure and both its sides, in a table of lower edges too", () => {
  const tariff = { measure: "chargeableWeight", unit: "kg", currency: "EUR", boundary: "upTo" } as Tariff;
  expect([0, 1].map((page) => bandOf(tariff, edition, page))).toEqual([
    "goods without tax up to and including 100 EUR",
    "goods without tax over 100 EUR",
  ]);
  const from = { ...tariff, boundary: "from" as const };
  const bands = { bands: { measure: "actualWeight" as const, edges: ["0", "50"] } };
  expect(bandOf(from, bands, 1)).toBe("actual weight 50 kg and above");
  // upper edges where the last is open
  expect(bandOf(from, edition, 0)).toBe("goods without tax from 0 and under 100 EUR");
});
