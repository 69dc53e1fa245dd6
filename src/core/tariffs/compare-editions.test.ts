import type { Edition } from "../setup/tariff";
import { compareEditions } from "./compare-editions";
import { raiseRates } from "./raise-rates";

const before: Edition = {
  label: "2026",
  from: "2026-01-01",
  breaks: [
    { edge: "2", rate: "flat" },
    { edge: "10", rate: "flat" },
  ],
  rows: [
    { zone: "1", rates: ["4.20", "6.90"] },
    { zone: "2", rates: ["0", null] },
    { zone: "3", rates: ["9", "12"] },
  ],
};

test("cells are matched by zone and edge, not by place; empty cells are not there", () => {
  const after: Edition = {
    ...before,
    breaks: [
      { edge: "1", rate: "flat" },
      { edge: "2.0", rate: "flat" },
    ],
    rows: [
      { zone: "2", rates: ["1", "0.50"] },
      { zone: "1", rates: [null, "4.41"] },
    ],
  };
  const comparison = compareEditions(before, after);
  expect(comparison).toMatchObject({
    zonesAdded: [],
    zonesGone: ["3"],
    edgesAdded: ["1"],
    edgesGone: ["10"],
  });
  expect(comparison.cells).toEqual([
    { zone: "2", edge: "1", kind: "added", after: "1" },
    { zone: "2", edge: "2", kind: "changed", before: "0", after: "0.50" },
    { zone: "1", edge: "2", kind: "changed", before: "4.20", after: "4.41", percent: "5.00" },
    { zone: "1", edge: "10", kind: "gone", before: "6.90" },
    { zone: "3", edge: "2", kind: "gone", before: "9" },
    { zone: "3", edge: "10", kind: "gone", before: "12" },
  ]);
});

test("what a raise says it changed is what comparing finds", () => {
  const { edition, cells } = raiseRates(before, { percent: "4.2" }, {}, { step: "0.05", mode: "nearest" });
  const changed = compareEditions(before, edition).cells.filter((cell) => cell.kind === "changed");
  expect(changed.map(({ zone, before: was, after }) => ({ zone, was, after }))).toEqual(
    cells.map(({ zone, before: was, after }) => ({ zone, was, after })),
  );
  expect(changed[0]).toMatchObject({ before: "4.20", after: "4.40", percent: "4.76" });
});
