import { isMonth, lastDayOf, monthAfter, monthsIn } from "./months";

test.each([
  ["2026-11", 1, "2026-12"],
  ["2026-12", 1, "2027-01"],
  ["2026-01", -1, "2025-12"],
  ["2026-03", -14, "2025-01"],
  ["2026-03", 0, "2026-03"],
  ["0999-12", 1, "1000-01"],
])("%s and %s months is %s", (month, count, then) => {
  expect(monthAfter(month, count)).toBe(then);
  expect(monthAfter(then, -count)).toBe(month);
  expect(monthsIn(month, then)).toBe(count + 1);
});

test.each([
  ["2026-02", "2026-02-28"],
  ["2028-02", "2028-02-29"],
  ["2026-12", "2026-12-31"],
  ["2026-11", "2026-11-30"],
])("%s ends with %s", (month, day) => expect(lastDayOf(month)).toBe(day));

test("a month is four digits and two from 01 to 12", () => {
  expect(["2026-01", "2026-12"].every(isMonth)).toBe(true);
  expect(["2026-00", "2026-13", "2026-1", "26-01", "2026-01-01", ""].some(isMonth)).toBe(false);
});
