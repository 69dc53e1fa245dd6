import { applyChanges } from "@/core/setup/change";
import { inverse } from "@/core/setup/inverse";
import { smallestSetup } from "../../../tests/support/smallest-setup";
import { cellText, listAfter, listChanges, type ListColumn } from "./list-edits";

const columns: ListColumn[] = [
  { field: "from", needed: true },
  { field: "percent", read: (text) => (text === "" ? undefined : text.replace(",", ".")) },
];
const path = "carriers/POST/fuelIndex";
const begin = (row: object) => ({ from: "2026-01-01", percent: "0", ...row });

function after(
  fuelIndex: { from: string; percent: string }[] | undefined,
  edits: Parameters<typeof listChanges>[1],
) {
  const base = smallestSetup();
  const setup = {
    ...base,
    carriers: base.carriers.map((carrier) => ({ ...carrier, ...(fuelIndex ? { fuelIndex } : {}) })),
  };
  const result = applyChanges(setup, listChanges(fuelIndex, edits, columns, path, begin));
  if (!result.ok) throw new Error(JSON.stringify(result.problems));
  const back = applyChanges(result.value.setup, inverse(result.value.changes));
  expect(back.ok && back.value.setup).toEqual(setup);
  const stored = result.value.setup.carriers[0]!.fuelIndex;
  // what the grid shows meanwhile is what is stored
  expect(listAfter(fuelIndex, result.value.changes, path)).toEqual(stored);
  return stored;
}

test("a list that is not there begins with its first row; what is not typed is filled in", () => {
  expect(after(undefined, [{ row: 0, column: 1, text: "11,5" }])).toEqual([
    { from: "2026-01-01", percent: "11.5" },
  ]);
});

test("a pasted block changes rows and adds others; emptying what is needed takes rows away", () => {
  const two = [
    { from: "2026-01-01", percent: "10" },
    { from: "2026-02-01", percent: "11" },
  ];
  expect(
    after(two, [
      { row: 1, column: 1, text: "12" },
      { row: 2, column: 0, text: "2026-03-01" },
      { row: 2, column: 1, text: "13" },
      { row: 3, column: 0, text: "2026-04-01" },
    ]),
  ).toEqual([
    { from: "2026-01-01", percent: "10" },
    { from: "2026-02-01", percent: "12" },
    { from: "2026-03-01", percent: "13" },
    { from: "2026-04-01", percent: "0" },
  ]);
  expect(
    after(two, [
      { row: 0, column: 0, text: "" },
      { row: 1, column: 0, text: " " },
    ]),
  ).toEqual([]);
});

test("members with a code are found by it", () => {
  const row = { code: "A/B", name: "x" };
  expect(listChanges([row], [{ row: 0, column: 0, text: "y" }], [{ field: "name" }], "list", begin)).toEqual([
    { path: "list/A%2FB", from: row, to: { code: "A/B", name: "y" } },
  ]);
  expect(cellText(row, { field: "name" })).toBe("x");
  expect(cellText(undefined, { field: "name" })).toBe("");
});

test("changes elsewhere, and inside of members, leave a list as it is; members with codes are found by them", () => {
  const list = [
    { code: "A", name: "One" },
    { code: "B", name: "Two" },
  ];
  const at = "goodsClasses";
  expect(listAfter(list, [{ path: "carriers/A", to: { code: "A" } }], at)).toBe(list);
  expect(listAfter(list, [{ path: `${at}/B/name`, from: "Two", to: "Three" }], at)).toBe(list);
  expect(listAfter(list, [{ path: `${at}/A`, from: list[0]! }], at)).toEqual([list[1]]);
  expect(
    listAfter(list, [{ path: `${at}/B`, from: list[1]!, to: { code: "B", name: "Three" } }], at),
  ).toEqual([list[0], { code: "B", name: "Three" }]);
});
