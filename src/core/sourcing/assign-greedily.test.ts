import { line, placesOf, shown } from "../../../tests/support/sourcing";
import { greedyAssignments } from "./assign-greedily";
import { sharesOf } from "./shares";

const set = placesOf(["A", "B"]);
const both = ["A", "B"].map((origin) => ({ origin, pieces: 9 }));
const ways = (
  lines: ReturnType<typeof line>[],
  shares = lines.map((one) => sharesOf(one, both, set, false, "A")),
) => [...greedyAssignments(lines, shares, set)].map(shown);

test("once with each origin preferred, as far as the stock of the item goes", () => {
  const stock = { A: 2, B: 3 };
  const lines = [line(0, "X", 2, stock), line(1, "X", 1, stock), line(2, "X", 2, stock)];
  expect(ways(lines)).toEqual(["A:0x2 B:1x1,2x2", "A:2x2 B:0x2,1x1"]);
});

test("an assignment that leaves an origin without anything is none; nor is one whose stock is out", () => {
  expect(ways([line(0), line(1)])).toEqual([]);
  const stock = { A: 1, B: 1 };
  expect(ways([line(0, "X", 1, stock), line(1, "X", 1, stock), line(2, "X", 1, stock)])).toEqual([]);
});

test("pinned pieces and what is not counted take nothing of the stock", () => {
  const stock = { A: 1, B: 0 };
  const pinned = { ...line(0, "X", 5, stock), pinned: "A" };
  const lines = [pinned, line(1, "Y", 50)];
  expect(ways(lines, [[[5, 0]], [[0, 50]]])).toEqual(["A:0x5 B:1x50", "A:0x5 B:1x50"]);
});

test("what is divided between both is taken from the stock of both", () => {
  const stock = { A: 2, B: 2 };
  const lines = [line(0, "X", 2, stock), line(1, "X", 2, stock)];
  const halves = [
    [1, 1],
    [2, 0],
  ];
  expect(ways(lines, [halves, halves])).toEqual(["A:0x1,1x1 B:0x1,1x1", "A:0x1,1x1 B:0x1,1x1"]);
});
