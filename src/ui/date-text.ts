/**
 * A date as people type it: "26.11.2026" is day, month, year; "2026-11-26" stays. With slashes the order of day and month
 * can't be known, so it stays as typed, to be refused.
 */
export function readDate(typed: string): string {
  const text = typed.trim();
  const [, day, month, year] = /^(\d{1,2})\.\s?(\d{1,2})\.\s?(\d{4})$/.exec(text) ?? [];
  if (day === undefined || month === undefined || year === undefined) return text;
  return `${year}-${month.padStart(2, "0")}-${day.padStart(2, "0")}`;
}

/**
 * A day and a time as people type them, as `2026-12-24T08:30`: the day as in {@link readDate}, the time after a blank, a comma
 * or a T. Anything else stays as typed, to be refused: a day alone does not say whether it begins or ends it.
 */
export function readMoment(typed: string): string {
  const text = typed.trim();
  const [, day = "", hours = "", minutes = ""] = /^(.+?)(?:,?\s+|T)(\d{1,2})[:.](\d{2})$/.exec(text) ?? [];
  return day === "" || Number(hours) > 23 || Number(minutes) > 59
    ? text
    : `${readDate(day)}T${hours.padStart(2, "0")}:${minutes}`;
}
