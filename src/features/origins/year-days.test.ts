import { datesBetween, withDays, workedIn, yearDays } from "./year-days";

test("every day of a year stands in its quarter once, the leap day too", () => {
  const days = yearDays(2028, [1, 2, 3, 4, 5]).flatMap((row) => row.months.flatMap((month) => month.days));
  expect(days).toHaveLength(366);
  expect(new Set(days.map((day) => day.date)).size).toBe(366);
  expect(days.find((day) => day.date === "2028-02-29")).toMatchObject({ weekday: 2, state: "works" });
});

test("a holiday on a day that rests anyway changes nothing that is worked", () => {
  const all = workedIn(2026, [1, 2, 3, 4, 5]);
  expect(all).toBe(261);
  expect(workedIn(2026, [1, 2, 3, 4, 5], ["2026-12-24", "2026-12-26"])).toBe(260);
});

test("days are set and cleared in order, from whichever end they were drawn", () => {
  expect(datesBetween("2026-12-26", "2026-12-24")).toEqual(["2026-12-24", "2026-12-25", "2026-12-26"]);
  const set = withDays(["2027-01-01"], ["2026-12-25", "2026-12-24", "2027-01-01"], true);
  expect(set).toEqual(["2026-12-24", "2026-12-25", "2027-01-01"]);
  expect(withDays(set, ["2026-12-25"], false)).toEqual(["2026-12-24", "2027-01-01"]);
});
