import fc from "fast-check";
import { runs } from "../../../tests/support/runs";
import { histogram } from "./histogram";

const counts = (values: number[], most: number, parts: number) =>
  histogram(values, most, parts).map(({ count }) => count);

test("parts are of one width, each with its upper end in it", () => {
  expect(histogram([1, 2, 2.5, 5, 10], 10, 4)).toEqual([
    { from: 0, to: 2.5, count: 3 },
    { from: 2.5, to: 5, count: 1 },
    { from: 5, to: 7.5, count: 0 },
    { from: 7.5, to: 10, count: 1 },
  ]);
});

test("what is nothing, or beyond the last part, is counted in the first and the last", () => {
  expect(counts([0, 0, 11, 500], 10, 2)).toEqual([2, 2]);
});

test("an end that has no exact binary form stays in its part", () => {
  expect(counts([0.1, 0.2, 0.3, 0.7], 1, 10)).toEqual([1, 1, 1, 0, 0, 0, 1, 0, 0, 0]);
});

test.each([
  [[], 10],
  [[1], 0],
  [[1], -1],
  [[1], Number.NaN],
])("of %j up to %d there is nothing to draw", (values, most) => {
  expect(histogram(values, most, 4)).toEqual([]);
});

test("every value is counted once", () => {
  const value = fc.double({ min: 0, max: 1e6, noNaN: true });
  fc.assert(
    fc.property(
      fc.array(value, { minLength: 1, maxLength: 50 }),
      fc.double({ min: 0.01, max: 1e5, noNaN: true }),
      fc.integer({ min: 1, max: 40 }),
      (values, most, parts) => {
        const all = counts(values, most, parts);
        expect(all).toHaveLength(parts);
        expect(all.reduce((sum, count) => sum + count, 0)).toBe(values.length);
      },
    ),
    { seed: 5, numRuns: runs(200) },
  );
});
