import { instantInZone } from "./instant-in-zone";

test.each([
  ["2027-01-01T00:00", "Europe/Tallinn", "2026-12-31T22:00:00.000Z"],
  ["2026-07-01T08:30", "Europe/Tallinn", "2026-07-01T05:30:00.000Z"],
  ["2026-11-24T10:00", "UTC", "2026-11-24T10:00:00.000Z"],
  ["2026-02-30T10:00", "UTC", undefined],
  ["", "UTC", undefined],
])("%s in %s is %s", (text, zone, instant) => expect(instantInZone(text, zone)).toBe(instant));
