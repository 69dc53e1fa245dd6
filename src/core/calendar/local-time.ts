const MS_PER_MINUTE = 60_000;
const MS_PER_DAY = 86_400_000;

/** A place on the calendar and the clock of a time zone. */
export interface LocalTime {
  /** Whole days since 1970-01-01. */
  readonly day: number;
  /** Milliseconds since midnight by the clock on the wall. */
  readonly time: number;
}

const formats = new Map<string, Intl.DateTimeFormat>();

function formatFor(timeZone: string): Intl.DateTimeFormat {
  let format = formats.get(timeZone);
  if (!format) {
    format = new Intl.DateTimeFormat("en-GB", {
      timeZone,
      calendar: "iso8601",
      numberingSystem: "latn",
      hourCycle: "h23",
      year: "numeric",
      month: "2-digit",
      day: "2-digit",
      hour: "2-digit",
      minute: "2-digit",
      second: "2-digit",
    });
    formats.set(timeZone, format);
  }
  return format;
}

/** Minutes a zone's clocks are ahead of UTC at an instant (ms since 1970). */
function offsetAt(instant: number, timeZone: string): number {
  const parts = formatFor(timeZone).formatToParts(instant);
  const figure = (type: Intl.DateTimeFormatPartTypes) =>
    Number(parts.find((part) => part.type === type)?.value ?? 0);
  const wall = Date.UTC(
    figure("year"),
    figure("month") - 1,
    figure("day"),
    figure("hour"),
    figure("minute"),
    figure("second"),
  );
  return Math.round((wall - Math.floor(instant / 1000) * 1000) / MS_PER_MINUTE);
}

/** Offsets that hold for a whole day of UTC, by zone; asking the time zone data is slow beside the rest of a quote. */
const days = new Map<string, Map<number, number>>();
const DAYS_KEPT = 20_000;

function offset(instant: number, timeZone: string): number {
  const day = Math.floor(instant / MS_PER_DAY);
  let known = days.get(timeZone);
  if (!known) {
    known = new Map();
    days.set(timeZone, known);
  }
  const whole = known.get(day);
  if (whole !== undefined) return whole;
  const here = offsetAt(instant, timeZone);
  const [begins, ends] = [day * MS_PER_DAY, (day + 1) * MS_PER_DAY];
  // a day on which the clocks are changed is asked about each time
  if (offsetAt(begins, timeZone) !== here || offsetAt(ends, timeZone) !== here) return here;
  if (known.size >= DAYS_KEPT) known.clear();
  known.set(day, here);
  return here;
}

/**
 * The clock on the wall at an instant (milliseconds since 1970 in UTC) in a time zone (an IANA name that `isTimeZone`
 * accepts). An instant has exactly one local time; hours that summer time skips are never an answer, so that a cut-off
 * in one counts as passed from the first minute after it.
 */
export function localTime(utc: number, timeZone: string): LocalTime {
  const wall = utc + offset(utc, timeZone) * MS_PER_MINUTE;
  const day = Math.floor(wall / MS_PER_DAY);
  return { day, time: wall - day * MS_PER_DAY };
}

/**
 * The instant (milliseconds since 1970 in UTC) at which a zone's clock shows a time. Of a time shown twice it is the
 * earlier; a time that is skipped is taken as if the clock had not been changed yet.
 */
export function instantOf({ day, time }: LocalTime, timeZone: string): number {
  const wall = day * MS_PER_DAY + time;
  const shows = (instant: number) => {
    const shown = localTime(instant, timeZone);
    return shown.day * MS_PER_DAY + shown.time;
  };
  const before = wall - offset(wall - MS_PER_DAY, timeZone) * MS_PER_MINUTE;
  const after = wall - offset(wall + MS_PER_DAY, timeZone) * MS_PER_MINUTE;
  return shows(before) === wall || shows(after) !== wall ? before : after;
}
