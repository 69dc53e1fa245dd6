import { line, placesOf } from "../../../tests/support/sourcing";
import { isDividedFully, sharesOf } from "./shares";

const set = placesOf(["A", "B", "C"]);
const at = (pieces: Record<string, number>) =>
  Object.entries(pieces).map(([origin, own]) => ({ origin, pieces: own }));

test("a whole line goes to the fallback origin before the better ranked, and to none that lacks a piece", () => {
  const two = line(0, "X", 2);
  expect(sharesOf(two, at({ A: 2, B: 2, C: 2 }), set, false, "C")).toEqual([
    [0, 0, 2],
    [2, 0, 0],
    [0, 2, 0],
  ]);
  expect(sharesOf(two, at({ A: 2, B: 1 }), set, false, "C")).toEqual([[2, 0, 0]]);
  // a fallback origin that is no part of the set changes nothing
  expect(sharesOf(two, at({ A: 2, B: 2, C: 2 }), set, false, "Z")).toEqual([
    [2, 0, 0],
    [0, 2, 0],
    [0, 0, 2],
  ]);
});

test("pieces are divided so that the preferred origin gives as many as it has", () => {
  expect(sharesOf(line(0, "X", 2), at({ A: 1, B: 2 }), set, true, "A")).toEqual([
    [1, 1, 0],
    [0, 2, 0],
  ]);
  expect(sharesOf(line(0, "X", 2), at({ A: 2, B: 2 }), set, true, "B")).toEqual([
    [0, 2, 0],
    [1, 1, 0],
    [2, 0, 0],
  ]);
  expect(sharesOf(line(0, "X", 4), at({ A: 1, B: 2 }), set, true, "A")).toEqual([]);
});

test("a pinned line is not divided", () => {
  const pinned = { ...line(0, "X", 2), pinned: "B" };
  expect(sharesOf(pinned, at({ B: 2 }), set, true, "A")).toEqual([[0, 2, 0]]);
  expect(isDividedFully(pinned, at({ B: 2 }))).toBe(true);
});

test("up to sixty divisions are all looked at; of more one origin after another gives all it has", () => {
  const pair = set.slice(0, 2);
  // n pieces between two places: n + 1 divisions
  const fully = line(0, "X", 59);
  expect(isDividedFully(fully, at({ A: 59, B: 59 }))).toBe(true);
  expect(sharesOf(fully, at({ A: 59, B: 59 }), pair, true, "A")).toHaveLength(60);
  const many = line(0, "X", 60);
  expect(isDividedFully(many, at({ A: 60, B: 60 }))).toBe(false);
  expect(sharesOf(many, at({ A: 60, B: 60 }), pair, true, "A")).toEqual([
    [60, 0],
    [0, 60],
  ]);
  expect(sharesOf(line(0, "X", 90), at({ A: 50, B: 40, C: 30 }), set, true, "A")).toEqual([
    [50, 40, 0],
    [20, 40, 30],
    [50, 10, 30],
  ]);
});
