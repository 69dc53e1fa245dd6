import fc from "fast-check";
import { keepPositions, positionsAfter, positionsOf } from "./positions";

const members = (count: number) => Array.from({ length: count }, (_, i) => ({ i }));

test("one put at the top, at the end or in between moves no other", () => {
  const list = members(50_000);
  const old = positionsOf(list);
  for (const at of [0, 1, 25_000, 50_000]) {
    const longer = [...list.slice(0, at), { i: -1 }, ...list.slice(at)];
    const next = positionsAfter(list, longer);
    expect([...next.slice(0, at), ...next.slice(at + 1)]).toEqual(old);
    expect(next[at]).toBeGreaterThan(next[at - 1] ?? -Infinity);
    expect(next[at]).toBeLessThan(next[at + 1] ?? Infinity);
  }
});

test("where there is no room all lie anew", () => {
  const list = members(2);
  keepPositions(list, [0, 1]);
  expect(positionsAfter(list, [list[0], { i: 9 }, list[1]])).toEqual([0, 1024, 2048]);
});

test("whatever is put in and taken out, positions rise, fit an integer column, and what stays at an end keeps its own", () => {
  fc.assert(
    fc.property(
      fc.array(fc.tuple(fc.boolean(), fc.nat(), fc.integer({ min: 1, max: 5 })), { maxLength: 60 }),
      (edits) => {
        let list: unknown[] = members(3);
        positionsOf(list);
        for (const [isIn, where, count] of edits) {
          const at = where % (list.length + 1);
          const next = isIn
            ? [...list.slice(0, at), ...members(count), ...list.slice(at)]
            : [...list.slice(0, at), ...list.slice(at + count)];
          const positions = positionsAfter(list, next);
          expect(positions).toHaveLength(next.length);
          positions.forEach((position, i) => {
            expect(Number.isSafeInteger(position) && Math.abs(position) < 2 ** 31).toBe(true);
            if (i > 0) expect(position).toBeGreaterThan(positions[i - 1]!);
          });
          list = next;
        }
      },
    ),
    { seed: 7, numRuns: 300 },
  );
});
