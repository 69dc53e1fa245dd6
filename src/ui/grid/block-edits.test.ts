import { blockBetween } from "./block";
import { pasted } from "./block-edits";
import type { GridSource } from "./grid-source";

const columns = ["Zone", "Name", "2", "5", "10", "Minimum", "Maximum"];
const table: GridSource = {
  rows: 3,
  columns: columns.length,
  textOf: () => "",
  mayEdit: () => true,
  commit: () => Promise.resolve({ ok: true }),
  heads: columns,
  // the rates end before the bounds
  reach: (column) => (column < 5 ? 4 : 6),
};
const at = (row: number, column: number) => blockBetween({ row, column }, { row, column });
const places = (paste: ReturnType<typeof pasted>) =>
  paste.edits.map(({ row, column, text }) => `${row}:${column}=${text}`);

test("a block that fits goes in from its corner", () => {
  const paste = pasted(
    [
      ["1", "2"],
      ["3", "4"],
    ],
    at(1, 2),
    table,
  );
  expect(places(paste)).toEqual(["1:2=1", "1:3=2", "2:2=3", "2:3=4"]);
  expect(paste.left).toEqual({ rows: 0, columns: 0 });
});

test("rates never spill into the bounds of a row: what has no place is counted, and nothing of it goes in", () => {
  const paste = pasted(
    Array.from({ length: 4 }, () => ["1", "2", "3"]),
    at(0, 3),
    table,
  );
  expect(places(paste)).toEqual(["0:3=1", "0:4=2", "1:3=1", "1:4=2", "2:3=1", "2:4=2"]);
  expect(paste).toMatchObject({ rows: 4, columns: 3, left: { rows: 1, columns: 1 } });
});

test("a block with a head goes into the columns it names, whatever their order", () => {
  const paste = pasted(
    [
      ["10", "zone", "2"],
      ["9.5", "", "4"],
    ],
    at(0, 3),
    table,
  );
  expect(places(paste)).toEqual(["0:4=9.5", "0:0=", "0:2=4"]);
  expect(paste.left).toEqual({ rows: 0, columns: 0 });
});

test("figures that happen to be a column's name are no head, and one value fills the selection", () => {
  expect(places(pasted([["2", "7"]], at(0, 2), table))).toEqual(["0:2=2", "0:3=7"]);
  expect(
    places(pasted([["4"]], blockBetween({ row: 0, column: 2 }, { row: 1, column: 3 }), table)),
  ).toHaveLength(4);
});
