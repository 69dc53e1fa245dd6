const formats = new Map<string, Intl.DateTimeFormat>();

/** Formatting is slow beside the rest of a quote, and orders come in batches of the same instants. */
const dates = new Map<string, string>();
const DATES_KEPT = 1000;

function formatFor(timeZone: string): Intl.DateTimeFormat {
  let format = formats.get(timeZone);
  if (!format) {
    format = new Intl.DateTimeFormat("en-CA", {
      timeZone,
      year: "numeric",
      month: "2-digit",
      day: "2-digit",
    });
    formats.set(timeZone, format);
  }
  return format;
}

/**
 * The calendar date (`YYYY-MM-DD`) of an instant in a time zone.
 * `instant` is ISO 8601 with an offset or `Z`; the time zone an IANA name that `isTimeZone` accepts.
 */
export function localDate(instant: string, timeZone: string): string {
  const key = `${timeZone} ${instant}`;
  const known = dates.get(key);
  if (known !== undefined) return known;
  const date = formatFor(timeZone).format(new Date(instant));
  if (dates.size >= DATES_KEPT) dates.clear();
  dates.set(key, date);
  return date;
}

/** Whether the IANA time zone data know the name. */
export function isTimeZone(name: string): boolean {
  try {
    formatFor(name);
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
