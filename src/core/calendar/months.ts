import { dateOf, dayOf } from "./working-days";

/** A month of the calendar, `YYYY-MM`; as text months follow each other in their order. */
export type Month = string;

/** Months since the year 0. */
function countOf(month: Month): number {
  return Number(month.slice(0, 4)) * 12 + Number(month.slice(5, 7)) - 1;
}

export function isMonth(text: string): boolean {
  return /^\d{4}-(0[1-9]|1[0-2])$/.test(text);
}

/** The month so many after another; before it where the count is below nothing. */
export function monthAfter(month: Month, count = 1): Month {
  const at = countOf(month) + count;
  return `${String(Math.floor(at / 12)).padStart(4, "0")}-${String((at % 12) + 1).padStart(2, "0")}`;
}

/** How many months there are from one to another, both in. */
export function monthsIn(from: Month, to: Month): number {
  return countOf(to) - countOf(from) + 1;
}

/** A month's last day, `YYYY-MM-DD`. */
export function lastDayOf(month: Month): string {
  return dateOf(dayOf(`${monthAfter(month)}-01`) - 1);
}
