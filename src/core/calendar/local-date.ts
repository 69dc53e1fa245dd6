import { localTime } from "./local-time";
import { dateOf } from "./working-days";

/**
 * The calendar date (`YYYY-MM-DD`) of an instant in a time zone.
 * `instant` is ISO 8601 with an offset or `Z`; the time zone an IANA name that `isTimeZone` accepts.
 */
export function localDate(instant: string, timeZone: string): string {
  return dateOf(localTime(Date.parse(instant), timeZone).day);
}

/** Whether the IANA time zone data know the name. */
export function isTimeZone(name: string): boolean {
  try {
    new Intl.DateTimeFormat("en", { timeZone: name });
    return true;
  } catch {
    return false;
  }
}

/** Whether `YYYY-MM-DD` is a day that exists (2026-02-30 does not). */
export function isDate(text: string): boolean {
  if (!/^\d{4}-\d{2}-\d{2}$/.test(text)) return false;
  const time = Date.parse(`${text}T00:00:00Z`);
  return !Number.isNaN(time) && new Date(time).toISOString().startsWith(text);
}

/** Whether the text is an instant: date, time and offset (`2026-11-24T10:15:00Z`). */
export function isInstant(text: string): boolean {
  return (
    /^\d{4}-\d{2}-\d{2}T\d{2}:\d{2}(:\d{2}(\.\d{1,9})?)?(Z|[+-]\d{2}:\d{2})$/.test(text) &&
    isDate(text.slice(0, 10)) &&
    !Number.isNaN(Date.parse(text))
  );
}
