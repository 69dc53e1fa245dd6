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
