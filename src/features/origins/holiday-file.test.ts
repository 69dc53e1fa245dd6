import { readHolidayFile } from "./holiday-file";

const event = (...lines: string[]) => ["BEGIN:VEVENT", "UID:x", ...lines, "END:VEVENT"];
const calendar = (...lines: string[]) =>
  ["BEGIN:VCALENDAR", "VERSION:2.0", "PRODID:-//example//EN", ...lines, "END:VCALENDAR", ""].join("\r\n");

function dates(lines: string[], zone = "Europe/Tallinn", year = 2026) {
  const read = readHolidayFile(calendar(...lines), zone, year);
  return read?.days.map((day) => day.date);
}

test("an all-day event's end is the day after its last; without one it is a single day", () => {
  expect(
    dates([
      ...event("DTSTART;VALUE=DATE:20261224", "DTEND;VALUE=DATE:20261227", "SUMMARY:Christmas"),
      ...event("DTSTART;VALUE=DATE:20260224", "SUMMARY:Independence"),
    ]),
  ).toEqual(["2026-02-24", "2026-12-24", "2026-12-25", "2026-12-26"]);
});

test("a yearly event comes back for three years, with its exceptions left out and moved days moved", () => {
  const yearly = event(
    "DTSTART;VALUE=DATE:20200501",
    "RRULE:FREQ=YEARLY",
    "EXDATE;VALUE=DATE:20270501",
    "SUMMARY:Spring",
  );
  const moved = event(
    "RECURRENCE-ID;VALUE=DATE:20280501",
    "DTSTART;VALUE=DATE:20280502",
    "SUMMARY:Spring, moved",
  );
  expect(dates([...yearly, ...moved])).toEqual(["2026-05-01", "2028-05-02"]);
});

test("the fourth Thursday of November", () => {
  expect(dates(event("DTSTART;VALUE=DATE:20241128", "RRULE:FREQ=YEARLY;BYMONTH=11;BYDAY=4TH"))).toEqual([
    "2026-11-26",
    "2027-11-25",
    "2028-11-23",
  ]);
});

test("a timed event counts for the days it covers whole in the origin's zone", () => {
  const inUtc = event("DTSTART:20261223T220000Z", "DTEND:20261224T220000Z", "SUMMARY:Eve");
  expect(dates(inUtc)).toEqual(["2026-12-24"]);
  expect(dates(inUtc, "Europe/Warsaw")).toEqual([]);
  const named = event(
    "DTSTART;TZID=America/New_York:20261123T000000",
    "DTEND;TZID=America/New_York:20261125T000000",
  );
  // 05:00 UTC is 07:00 in Tallinn: of the two days there one is covered whole
  expect(dates(named)).toEqual(["2026-11-24"]);
  expect(dates(named, "America/New_York")).toEqual(["2026-11-23", "2026-11-24"]);
  expect(dates(event("DTSTART:20261224T000000", "DTEND:20261225T000000"), "Europe/Warsaw")).toEqual([
    "2026-12-24",
  ]);
});

test("a zone whose rules the file brings is taken from there", () => {
  const zone = [
    "BEGIN:VTIMEZONE",
    "TZID:Depot clock",
    "BEGIN:STANDARD",
    "DTSTART:19700101T000000",
    "TZOFFSETFROM:+0300",
    "TZOFFSETTO:+0300",
    "END:STANDARD",
    "END:VTIMEZONE",
  ];
  const day = event("DTSTART;TZID=Depot clock:20261224T010000", "DTEND;TZID=Depot clock:20261225T010000");
  expect(dates([...zone, ...day])).toEqual(["2026-12-24"]);
});

test("appointments are told of, cancelled events are not, other files are no calendar", () => {
  const read = readHolidayFile(
    calendar(
      ...event("DTSTART:20261224T090000", "DTEND:20261224T120000", "SUMMARY:Stocktaking"),
      ...event("DTSTART;VALUE=DATE:20261231", "STATUS:CANCELLED", "SUMMARY:Off"),
    ),
    "Europe/Tallinn",
    2026,
  );
  expect(read).toEqual({ days: [], partial: ["Stocktaking"] });
  expect(readHolidayFile("date;name\n2026-12-24;Eve", "Europe/Tallinn", 2026)).toBeUndefined();
  expect(readHolidayFile("BEGIN:VCARD\r\nEND:VCARD\r\n", "Europe/Tallinn", 2026)).toBeUndefined();
});
