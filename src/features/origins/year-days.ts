import { dateOf, dayOf, weekdayOf, WorkingDays } from "@/core/calendar/working-days";

export interface StripDay {
  readonly date: string;
  readonly weekday: number;
  readonly state: "works" | "rests" | "holiday";
}

export interface StripQuarter {
  readonly months: readonly { readonly number: number; readonly days: readonly StripDay[] }[];
}

/** The days of a year in four rows: a day off is a holiday where it is named as one, else the week's rest. */
export function yearDays(
  year: number,
  workdays: readonly number[],
  holidays: readonly string[] = [],
): StripQuarter[] {
  const named = new Set(holidays);
  const week = new Set(workdays);
  return [0, 1, 2, 3].map((quarter) => ({
    months: [1, 2, 3].map((nth) => {
      const number = quarter * 3 + nth;
      const begin = dayOf(`${year}-${String(number).padStart(2, "0")}-01`);
      const end =
        number === 12
          ? dayOf(`${year + 1}-01-01`)
          : dayOf(`${year}-${String(number + 1).padStart(2, "0")}-01`);
      return {
        number,
        days: Array.from({ length: end - begin }, (_, i): StripDay => {
          const [date, weekday] = [dateOf(begin + i), weekdayOf(begin + i)];
          const state = named.has(date) ? "holiday" : week.has(weekday) ? "works" : "rests";
          return { date, weekday, state };
        }),
      };
    }),
  }));
}

/** How many days of a year are worked on. */
export function workedIn(
  year: number,
  workdays: readonly number[],
  holidays: readonly string[] = [],
): number {
  const calendar = new WorkingDays(workdays, holidays);
  let count = 0;
  for (let day = dayOf(`${year}-01-01`); day < dayOf(`${year + 1}-01-01`); day++)
    if (calendar.isWorked(day)) count++;
  return count;
}

/** The holidays with some days set or cleared, in order, each once. */
export function withDays(holidays: readonly string[], days: readonly string[], off: boolean): string[] {
  const next = new Set(holidays);
  for (const day of days) {
    if (off) next.add(day);
    else next.delete(day);
  }
  return [...next].sort();
}

/** All dates between two, both in. */
export function datesBetween(one: string, other: string): string[] {
  const [from, to] = one < other ? [dayOf(one), dayOf(other)] : [dayOf(other), dayOf(one)];
  return Array.from({ length: to - from + 1 }, (_, i) => dateOf(from + i));
}

/** The day a number of days later. */
export function shifted(date: string, by: number): string {
  return dateOf(dayOf(date) + by);
}
