import { spreadOver } from "./spread-over";

const same = (n: number) => n;

test("what is no more than wanted comes whole, by its measure", () => {
  expect(spreadOver([3, 1, 2], 3, same)).toEqual([1, 2, 3]);
  expect(spreadOver([], 3, same)).toEqual([]);
});

test("of more the least and the greatest come, and what lies between evenly, each once", () => {
  const found = spreadOver(
    Array.from({ length: 101 }, (_, i) => 100 - i),
    5,
    same,
  );
  expect(found).toEqual([0, 25, 50, 75, 100]);
  const many = spreadOver(
    Array.from({ length: 25 }, (_, i) => i),
    24,
    same,
  );
  expect(new Set(many).size).toBe(24);
  expect([many[0], many.at(-1)]).toEqual([0, 24]);
});
