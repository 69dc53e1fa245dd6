import { nextTry } from "./next-try";

const now = new Date("2026-11-24T10:00:00Z");
const after = (tries: number) => {
  const next = nextTry(tries, now);
  return next && (next.getTime() - now.getTime()) / 1000;
};

test("pauses grow from seconds to a day, over three days in all, and then it has failed", () => {
  expect([1, 2, 3, 4].map(after)).toEqual([5, 300, 1800, 7200]);
  const all = [1, 2, 3, 4, 5, 6, 7, 8, 9].map((tries) => after(tries) ?? 0);
  expect(all).toEqual([...all].sort((a, b) => a - b));
  const days = all.reduce((sum, one) => sum + one, 0) / 86_400;
  expect(days).toBeGreaterThan(3);
  expect(days).toBeLessThan(3.5);
  expect(after(10)).toBeUndefined();
});
