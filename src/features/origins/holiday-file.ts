import ICAL from "ical.js";
import { isTimeZone } from "@/core/calendar/local-date";
import { instantOf, localTime } from "@/core/calendar/local-time";
import { dateOf, dayOf } from "@/core/calendar/working-days";

/** A day the file marks, with what it is called there. */
export interface FileDay {
  readonly date: string;
  readonly name: string;
}

export interface HolidayFile {
  readonly days: readonly FileDay[];
  /** Events that cover no day of the origin from midnight to midnight: appointments, not days off. */
  readonly partial: readonly string[];
}

const YEARS = 3;
/** A rule that repeats more often than daily for three years is a mistake. */
const MOST_OCCURRENCES = 2000;

/**
 * The days an iCalendar file (RFC 5545) marks from the beginning of a year on, for three years. All-day events are days of
 * the calendar whatever the zone; their end is the day after the last. Timed events count for the days they cover from
 * midnight to midnight in `timeZone`. Repetition, exceptions to it and moved occurrences are followed; what is cancelled
 * does not count. `undefined` when the text is no iCalendar file.
 */
export function readHolidayFile(text: string, timeZone: string, firstYear: number): HolidayFile | undefined {
  const calendars = parse(text);
  if (!calendars) return undefined;
  const [first, last] = [dayOf(`${firstYear}-01-01`), dayOf(`${firstYear + YEARS}-01-01`) - 1];
  const names = new Map<number, string>();
  const partial: string[] = [];
  for (const event of calendars.flatMap(eventsOf)) {
    let covers = false;
    let seen = false;
    for (const { from, to } of spansOf(event, timeZone, last)) {
      seen = true;
      for (let day = Math.max(from, first); day < Math.min(to, last + 1); day++)
        if (!names.has(day)) names.set(day, event.summary || "no name");
      if (to > from) covers = true;
    }
    if (seen && !covers) partial.push(event.summary || "no name");
  }
  const days = [...names].sort(([a], [b]) => a - b).map(([day, name]) => ({ date: dateOf(day), name }));
  return { days, partial };
}

function parse(text: string): ICAL.Component[] | undefined {
  try {
    const parsed = ICAL.parse(text) as unknown[];
    const roots = Array.isArray(parsed[0]) ? parsed : [parsed];
    const calendars = roots.map(
      (root) => new ICAL.Component(root as ConstructorParameters<typeof ICAL.Component>[0]),
    );
    return calendars.every((calendar) => calendar.name === "vcalendar") ? calendars : undefined;
  } catch {
    return undefined;
  }
}

/** The events of a calendar that take place, each with the occurrences that were moved. */
function eventsOf(calendar: ICAL.Component): ICAL.Event[] {
  const all = calendar
    .getAllSubcomponents("vevent")
    .filter((event) => event.getFirstPropertyValue("dtstart"))
    .filter((event) => String(event.getFirstPropertyValue("status") ?? "").toUpperCase() !== "CANCELLED");
  const moved = all.filter((event) => event.hasProperty("recurrence-id"));
  return all
    .filter((event) => !event.hasProperty("recurrence-id"))
    .map((event) => {
      const uid = event.getFirstPropertyValue("uid");
      return new ICAL.Event(event, {
        exceptions: moved.filter((other) => other.getFirstPropertyValue("uid") === uid),
      });
    });
}

/** The whole days of each occurrence: from a day up to, not including, another. */
function* spansOf(
  event: ICAL.Event,
  timeZone: string,
  last: number,
): Generator<{ from: number; to: number }> {
  if (!event.isRecurring()) return yield wholeDays(event, event.startDate, event.endDate, timeZone);
  const occurrences = event.iterator();
  for (let n = 0; n < MOST_OCCURRENCES; n++) {
    const next = occurrences.next() as ICAL.Time | undefined;
    if (!next) return;
    const { item, startDate, endDate } = event.getOccurrenceDetails(next);
    const span = wholeDays(item, startDate, endDate, timeZone);
    if (span.from > last) return;
    yield span;
  }
}

const calendarDay = (time: ICAL.Time) =>
  Math.round(Date.UTC(time.year, time.month - 1, time.day) / 86_400_000);

function wholeDays(
  event: ICAL.Event,
  start: ICAL.Time,
  end: ICAL.Time | null,
  timeZone: string,
): { from: number; to: number } {
  if (start.isDate) {
    const from = calendarDay(start);
    return { from, to: end ? Math.max(from + 1, calendarDay(end)) : from + 1 };
  }
  const tzid = event.component.getFirstProperty("dtstart")?.getFirstParameter("tzid");
  const own = tzid !== undefined && isTimeZone(tzid) ? tzid : timeZone;
  const begins = localTime(instant(start, own), timeZone);
  const ends = localTime(instant(end ?? start, own), timeZone);
  return { from: begins.time === 0 ? begins.day : begins.day + 1, to: ends.day };
}

/** A time of the file as an instant: by the rules the file brings for its zone, else by the clock of `zoneName`. */
function instant(time: ICAL.Time, zoneName: string): number {
  if (time.zone === ICAL.Timezone.utcTimezone) return time.toJSDate().getTime();
  if (time.zone?.component) return time.toUnixTime() * 1000;
  const clock = ((time.hour * 60 + time.minute) * 60 + time.second) * 1000;
  return instantOf({ day: calendarDay(time), time: clock }, zoneName);
}
