import { instantOf, localTime } from "./local-time";
import { localTimeText } from "./local-time-text";
import { dayOf } from "./working-days";

const HOUR = 3_600_000;
const at = (date: string, hours: number, zone: string) =>
  new Date(instantOf({ day: dayOf(date), time: hours * HOUR }, zone)).toISOString();

test.each([
  ["2026-07-01", 12, "Europe/Tallinn", "2026-07-01T09:00:00.000Z"],
  ["2026-12-24", 0, "Europe/Tallinn", "2026-12-23T22:00:00.000Z"],
  ["2026-12-24", 0, "America/New_York", "2026-12-24T05:00:00.000Z"],
  // shown twice: the earlier; skipped: as before the change
  ["2026-10-25", 3.5, "Europe/Tallinn", "2026-10-25T00:30:00.000Z"],
  ["2026-03-29", 3.5, "Europe/Tallinn", "2026-03-29T01:30:00.000Z"],
])("%s at %d in %s", (date, hours, zone, instant) => expect(at(date, hours, zone)).toBe(instant));

test("an instant's local time leads back to it, the year round", () => {
  for (const zone of ["Europe/Warsaw", "Asia/Kathmandu", "America/St_Johns"])
    for (let instant = Date.UTC(2026, 0, 1); instant < Date.UTC(2027, 0, 1); instant += 7.25 * HOUR) {
      const back = instantOf(localTime(instant, zone), zone);
      // only in the hour that is shown a second time another instant shows the same
      if (back !== instant) expect(instant - back).toBe(HOUR);
    }
});

test("an instant is told by a zone's clock, to the minute or the second, over midnight too", () => {
  const late = "2026-11-23T22:30:59.900Z";
  expect(localTimeText(late, "Europe/Tallinn")).toBe("2026-11-24 00:30");
  expect(localTimeText(late, "Europe/Tallinn", "second")).toBe("2026-11-24 00:30:59");
  expect(localTimeText("2026-07-01T09:05:07Z", "Asia/Kathmandu", "second")).toBe("2026-07-01 14:50:07");
});
