import { WorkingDays, dateOf, dayOf } from "../calendar/working-days";
import type { Origin } from "../setup/origin";
import { smallestSetup } from "../../../tests/support/smallest-setup";
import { arrival, compileHours, datesOf, handOver, together } from "./hand-over";

const shed = smallestSetup().origins[0]!;

/** The day an order is handed over: a shed in Tartu, cut-off 14:00, one day to handle, Monday to Friday. */
function handed(placedAt: string, more: Partial<Origin> = {}): string {
  const found = handOver(compileHours({ ...shed, ...more }), Date.parse(placedAt));
  return found ? dateOf(found.day) : "never";
}

test.each([
  ["before the cut-off the day itself counts", "2026-11-24T11:59:00Z", "2026-11-25"],
  ["the minute of the cut-off is in time", "2026-11-24T12:00:00Z", "2026-11-25"],
  ["a second later is the next day", "2026-11-24T12:00:01Z", "2026-11-26"],
  ["Friday after the cut-off counts from Monday", "2026-11-27T12:30:00Z", "2026-12-01"],
  ["Saturday counts from Monday, whatever the time", "2026-11-28T06:00:00Z", "2026-12-01"],
  ["an evening in London is the next day in Tartu", "2026-11-29T22:30:00Z", "2026-12-01"],
])("%s", (_, placedAt, day) => {
  expect(handed(placedAt)).toBe(day);
});

test("holidays are no working days, for the order nor for handling", () => {
  const holidays = ["2026-12-24", "2026-12-25"];
  expect(handed("2026-12-23T08:00:00Z", { holidays })).toBe("2026-12-28");
  expect(handed("2026-12-24T08:00:00Z", { holidays })).toBe("2026-12-29");
  expect(handed("2026-12-23T08:00:00Z", { holidays, handlingDays: 0 })).toBe("2026-12-23");
});

test("summer time: the cut-off is by the clock on the wall, and one in the hour that is skipped counts as passed after it", () => {
  // 14:00 in Tartu is 11:00 in UTC in summer
  expect(handed("2026-07-07T11:00:00Z")).toBe("2026-07-08");
  expect(handed("2026-07-07T11:01:00Z")).toBe("2026-07-09");
  // on 2026-03-29 the clocks go from 03:00 to 04:00 (01:00 UTC)
  const night = { cutOff: "03:30", workdays: [1, 2, 3, 4, 5, 6, 7] };
  expect(handed("2026-03-29T00:59:59Z", night)).toBe("2026-03-30");
  expect(handed("2026-03-29T01:00:00Z", night)).toBe("2026-03-31");
  // on 2026-10-25 03:30 comes twice: both times are at the cut-off, later ones after it
  expect(handed("2026-10-25T00:30:00Z", night)).toBe("2026-10-26");
  expect(handed("2026-10-25T01:30:00Z", night)).toBe("2026-10-26");
  expect(handed("2026-10-25T01:31:00Z", night)).toBe("2026-10-27");
});

test("a place that never works hands nothing over", () => {
  expect(handed("2026-11-24T08:00:00Z", { workdays: [] })).toBe("never");
});

test("transit counts the carrier's working days; what is collected is ready at once", () => {
  const carrier = new WorkingDays([1, 2, 3, 4, 5], ["2026-11-30"]);
  const friday = dayOf("2026-11-27");
  const dates = (minDays: number, maxDays: number, collected = false) => {
    const found = arrival(friday, { minDays, maxDays }, carrier, collected);
    return found && datesOf(found);
  };
  expect(dates(1, 3)).toEqual({ earliest: "2026-12-01", latest: "2026-12-03" });
  expect(dates(0, 0)).toEqual({ earliest: "2026-11-27", latest: "2026-11-27" });
  expect(arrival(dayOf("2026-11-28"), { minDays: 0, maxDays: 1 }, carrier, false)).toEqual({
    earliest: dayOf("2026-12-01"),
    latest: dayOf("2026-12-01"),
  });
  expect(dates(4, 9, true)).toEqual({ earliest: "2026-11-27", latest: "2026-11-27" });
  expect(arrival(friday, { minDays: 1, maxDays: 1 }, new WorkingDays([]), false)).toBeUndefined();
});

test("several shipments are there when the last is", () => {
  expect(
    together([
      { earliest: 1, latest: 5 },
      { earliest: 3, latest: 4 },
    ]),
  ).toEqual({ earliest: 3, latest: 5 });
  expect(together([{ earliest: 1, latest: 5 }, undefined])).toBeUndefined();
});
