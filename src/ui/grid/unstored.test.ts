import type { GridSource } from "./grid-source";
import {
  afterRefusal,
  afterStoring,
  followRows,
  grownBy,
  kept,
  leaveRow,
  newRows,
  nothingUnstored,
  outgoing,
  pendingRow,
  sending,
  type Unstored,
} from "./unstored";

/** A grid of rows with a name and a figure; one empty row after the last. */
function grid(rows: readonly (readonly [string, string])[]): GridSource {
  return {
    rows: rows.length + 1,
    columns: 2,
    firstNew: rows.length,
    textOf: ({ row, column }) => rows[row]?.[column] ?? "",
    mayEdit: () => true,
    commit: () => Promise.resolve({ ok: true }),
    isComplete: (cells) => cells.has(0) && cells.has(1),
    rowKey: (row) => rows[row]?.[0],
  };
}

const three = [
  ["MUHU", "10"],
  ["SAARE", "11"],
  ["HIIU", "12"],
] as const;
const islands = grid(three);
const typed = (unstored: Unstored) =>
  [...unstored.edits.values()].map(({ row, column, text }) => [row, column, text]);
const put = (row: number, column: number, text: string) => ({ row, column, text });

test("what is typed into the new row goes nowhere until the row is left, and then whole", () => {
  let unstored = kept(nothingUnstored, [put(3, 0, "VORMSI")], "pending", islands);
  expect(outgoing(unstored, islands, true)).toEqual([]);
  expect(leaveRow(unstored, 3, islands)).toBe(unstored);
  unstored = kept(unstored, [put(3, 1, "13")], "pending", islands);
  expect([...pendingRow(unstored, 3)]).toEqual([
    [0, "VORMSI"],
    [1, "13"],
  ]);
  const left = leaveRow(unstored, 3, islands);
  expect(outgoing(left, islands, false)).toMatchObject([put(3, 0, "VORMSI"), put(3, 1, "13")]);
  expect(afterStoring(left, outgoing(left, islands, false), islands)).toBe(nothingUnstored);
});

test("a new row on its way stays where it is when the screen shows it stored, and the next one is typed after it", () => {
  let unstored = kept(nothingUnstored, [put(3, 0, "VORMSI"), put(3, 1, "13")], "pending", islands);
  unstored = leaveRow(unstored, 3, islands);
  const sent = outgoing(unstored, islands, false);
  unstored = kept(sending(unstored, sent), [put(4, 0, "ABRUKA")], "pending", islands);
  const stored = grid([
    ["MUHU", "10"],
    ["SAARE", "11"],
    ["HIIU", "12"],
    ["VORMSI", "13"],
  ]);
  const followed = followRows(unstored, islands, stored).unstored;
  expect(typed(afterStoring(followed, sent, stored))).toEqual([[4, 0, "ABRUKA"]]);
});

test("a new row that was refused is stored whole once its bad cell is typed again, and not before", () => {
  const typedIn = kept(nothingUnstored, [put(3, 0, "VORMSI"), put(3, 1, "abc")], "pending", islands);
  const left = leaveRow(typedIn, 3, islands);
  const refused = afterRefusal(
    sending(left, outgoing(left, islands, false)),
    outgoing(left, islands, false),
    {
      ok: false,
      text: "no figure",
      at: { row: 3, column: 1 },
    },
  );
  expect(leaveRow(refused, 3, islands)).toBe(refused);
  const mended = leaveRow(kept(refused, [put(3, 1, "13")], "pending", islands), 3, islands);
  expect(outgoing(mended, islands, false)).toMatchObject([put(3, 0, "VORMSI"), put(3, 1, "13")]);
});

test("a new row that is emptied again is forgotten", () => {
  const emptied = kept(
    kept(nothingUnstored, [put(3, 0, "V")], "pending", islands),
    [put(3, 0, "")],
    "pending",
    islands,
  );
  expect(leaveRow(emptied, 3, islands).edits.size).toBe(0);
});

test("a conflict is not written by a later edit of another cell; asked for once more, it is", () => {
  const mine = kept(nothingUnstored, [put(0, 1, "99")], "waiting", islands);
  const refused = afterRefusal(mine, [put(0, 1, "99")], { ok: false, text: "theirs", conflict: true });
  const more = kept(refused, [put(2, 1, "14")], "waiting", islands);
  expect(outgoing(more, islands, false)).toMatchObject([put(2, 1, "14")]);
  expect(typed(afterStoring(more, [put(2, 1, "14")], islands))).toEqual([[0, 1, "99"]]);
  expect(outgoing(more, islands, true)).toHaveLength(2);
});

test("what was refused for what it says stays, and goes along with what mends it", () => {
  const block = kept(nothingUnstored, [put(0, 1, "20"), put(1, 1, "abc")], "waiting", islands);
  const refused = afterRefusal(block, [put(0, 1, "20"), put(1, 1, "abc")], {
    ok: false,
    text: "no number",
    at: { row: 1, column: 1 },
  });
  expect(refused).toMatchObject({ trouble: "no number", at: { row: 1, column: 1 } });
  const mended = kept(refused, [put(1, 1, "21")], "waiting", islands);
  expect(outgoing(mended, islands, false)).toMatchObject([put(0, 1, "20"), put(1, 1, "21")]);
});

test("what is typed follows its row, what was typed into a row that is gone is told, the new row stays the last", () => {
  let unstored = kept(nothingUnstored, [put(0, 1, "98"), put(1, 1, "99")], "waiting", islands);
  unstored = kept(unstored, [put(3, 0, "VORMSI")], "pending", islands);
  const without = grid([
    ["SAARE", "11"],
    ["HIIU", "12"],
  ]);
  const { unstored: followed, lost } = followRows(unstored, islands, without);
  expect(typed(followed)).toEqual([
    [0, 1, "99"],
    [2, 0, "VORMSI"],
  ]);
  expect(lost).toMatchObject([{ text: "98", of: "MUHU" }]);
  const more = grid([
    ["ABRUKA", "9"],
    ["MUHU", "10"],
    ["SAARE", "11"],
    ["HIIU", "12"],
  ]);
  expect(typed(followRows(unstored, islands, more).unstored)).toEqual([
    [1, 1, "98"],
    [2, 1, "99"],
    [4, 0, "VORMSI"],
  ]);
});

test("a new row counts as shown once the grid has it among those that are stored", () => {
  const sent = [put(3, 0, "VORMSI"), put(3, 1, "13"), put(4, 0, "RUHNU"), put(0, 1, "9")];
  expect(newRows(sent, islands)).toBe(2);
  expect(newRows([put(0, 1, "9")], islands)).toBe(0);
  const [one, two] = [
    [...three, ["VORMSI", "13"] as const],
    [...three, ["VORMSI", "13"] as const, ["RUHNU", ""] as const],
  ].map(grid);
  expect([islands, one!, two!].map((now) => grownBy(2, islands, now))).toEqual([false, false, true]);
});
