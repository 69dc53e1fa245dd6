import fc from "fast-check";
import { runs } from "../../../tests/support/runs";
import { roomUnder, suggestEdges } from "./suggest-edges";

/** Every choice of so many of the values as edges, the greatest among them, and the least room any of them leaves. */
function leastRoom(values: readonly number[], count: number): number {
  const points = [...new Set(values)].sort((a, b) => a - b);
  const last = points.pop()!;
  const choose = (from: number, left: number): number[][] =>
    left === 0
      ? [[]]
      : points
          .slice(from)
          .flatMap((point, i) => choose(from + i + 1, left - 1).map((rest) => [point, ...rest]));
  const wanted = Math.min(count - 1, points.length);
  return Math.min(...choose(0, wanted).map((edges) => roomUnder(values, [...edges, last])));
}

test("no other edges leave less room", () => {
  fc.assert(
    fc.property(
      fc.array(fc.integer({ min: 1, max: 30 }), { minLength: 1, maxLength: 12 }),
      fc.integer({ min: 1, max: 5 }),
      (values, count) => {
        const { edges, room } = suggestEdges(values, count, 1);
        expect(edges).toHaveLength(Math.min(count, new Set(values).size));
        expect(edges.map(Number)).toEqual([...edges.map(Number)].sort((a, b) => a - b));
        expect(Number(edges.at(-1))).toBe(Math.max(...values));
        expect(room).toBe(roomUnder(values, edges.map(Number)));
        expect(room).toBe(leastRoom(values, count));
      },
    ),
    { seed: 3, numRuns: runs(200) },
  );
});

test("edges are multiples of the step with its digits, and hold what they are over", () => {
  expect(suggestEdges([0.3, 1.01, 4.7], 3, 0.5)).toEqual({
    edges: ["0.5", "1.5", "5"],
    room: expect.closeTo(0.99),
  });
  expect(suggestEdges([0.3], 1, 0.25).edges).toEqual(["0.5"]);
  expect(suggestEdges([130, 170], 2, 100)).toEqual({ edges: ["200"], room: 100 });
  // three tenths are on their edge whatever their binary form is
  expect(suggestEdges([0.1 + 0.2], 1, 0.1)).toEqual({ edges: ["0.3"], room: expect.closeTo(0) });
});

test("nothing that was weighed, or no edge wanted, gives none; values of nothing do not count", () => {
  expect(suggestEdges([], 3, 1)).toEqual({ edges: [], room: 0 });
  expect(suggestEdges([0, -2], 3, 1)).toEqual({ edges: [], room: 0 });
  expect(suggestEdges([1], 0, 1)).toEqual({ edges: [], room: 0 });
  expect(suggestEdges([0, 3, -1], 2, 1)).toEqual({ edges: ["3"], room: 0 });
});

test("of very many values the steps grow, and the last edge still holds the greatest", () => {
  const values = Array.from({ length: 401 }, (_, i) => i + 1);
  const { edges } = suggestEdges(values, 401, 1);
  expect(edges).toHaveLength(201);
  expect(edges.slice(0, 2)).toEqual(["2", "4"]);
  expect(edges.at(-1)).toBe("402");
  expect(suggestEdges(values.slice(1), 400, 1).edges).toHaveLength(400);
});

test("room is the way up to the edge over each value; beyond the last there is none", () => {
  expect(roomUnder([1, 4, 5, 11], [5, 10])).toBe(5);
  expect(roomUnder([0, -3], [5])).toBe(0);
});
