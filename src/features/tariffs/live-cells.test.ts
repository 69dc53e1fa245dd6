import type { Edition } from "@/core/setup/tariff";
import { compareEditions } from "@/core/tariffs/compare-editions";
import { liveAt, liveByCell, otherCells } from "./live-cells";

const live: Edition = {
  label: "2027",
  from: "2027-01-01",
  breaks: [
    { edge: "2", rate: "flat" },
    { edge: "5.0", rate: "flat" },
    { edge: null, rate: "flat" },
  ],
  rows: [
    { zone: "1", rates: ["3.00", "4.00", null] },
    { zone: "2", rates: ["5.00", "6.00", "7.00"] },
  ],
};
const at = (row: number, index: number) => ({ row, column: 2 + index });

test("a cell that is otherwise in what is live says what it is there; edges are compared as figures", () => {
  const draft: Edition = {
    ...live,
    breaks: [
      { edge: "2.00", rate: "flat" },
      { edge: "5", rate: "flat" },
      { edge: null, rate: "flat" },
    ],
    rows: [
      { zone: "1", rates: ["3.0", "4.10", "9.00"] },
      { zone: "2", rates: ["5.00", null, "7.00"] },
      { zone: "3", rates: ["1.00", null, null] },
    ],
  };
  const cells = liveByCell(otherCells(compareEditions(live, draft)));
  const asked = (row: number, index: number) => liveAt(cells, draft, 0, at(row, index));
  expect([0, 1, 2].map((index) => asked(0, index))).toEqual([undefined, "4.00", ""]);
  // what the draft has emptied is there; what neither has is no difference
  expect([0, 1, 2].map((index) => asked(1, index))).toEqual([undefined, "6.00", undefined]);
  expect([0, 1].map((index) => asked(2, index))).toEqual(["", undefined]);
  // the bounds of a row and the zone's own name are no rates
  expect(liveAt(cells, draft, 0, { row: 0, column: 0 })).toBeUndefined();
  expect(liveAt(cells, draft, 0, { row: 0, column: 5 })).toBeUndefined();
});

test("with bands a cell is one of its page", () => {
  const banded: Edition = {
    ...live,
    bands: { measure: "distance", edges: ["100", null] } as NonNullable<Edition["bands"]>,
    breaks: [
      { edge: "2", rate: "flat" },
      { edge: null, rate: "flat" },
    ],
    rows: [
      {
        zone: "1",
        rates: [
          ["1.00", "2.00"],
          ["3.00", "4.00"],
        ],
      },
    ],
  };
  const draft = {
    ...banded,
    rows: [
      {
        zone: "1",
        rates: [
          ["1.00", "2.00"],
          ["3.00", "4.50"],
        ],
      },
    ],
  };
  const cells = liveByCell(otherCells(compareEditions(banded, draft)));
  expect(liveAt(cells, draft, 1, at(0, 1))).toBe("4.00");
  expect(liveAt(cells, draft, 0, at(0, 1))).toBeUndefined();
});
