/** Days are counted as whole days since 1970-01-01, so that sums need no date library and no time zone. */
export type Day = number;

const MS_PER_DAY = 86_400_000;

/** Days looked ahead before a calendar counts as one without working days. */
const FARTHEST = 3700;

/** The day of a date that exists (`YYYY-MM-DD`). */
export function dayOf(date: string): Day {
  return (
    Date.UTC(Number(date.slice(0, 4)), Number(date.slice(5, 7)) - 1, Number(date.slice(8, 10))) / MS_PER_DAY
  );
}

/** Dates that were asked for; writing one costs more than the rest of a promise. */
const written = new Map<Day, string>();
const DATES_KEPT = 20_000;

/** The date of a day, `YYYY-MM-DD`. */
export function dateOf(day: Day): string {
  let date = written.get(day);
  if (date === undefined) {
    date = new Date(day * MS_PER_DAY).toISOString().slice(0, 10);
    if (written.size >= DATES_KEPT) written.clear();
    written.set(day, date);
  }
  return date;
}

/** 1 Monday to 7 Sunday; 1970-01-01 was a Thursday. */
export function weekdayOf(day: Day): number {
  return ((((day + 3) % 7) + 7) % 7) + 1;
}

/** Which days are worked on. */
export class WorkingDays {
  private readonly weekdays: ReadonlySet<number>;
  private readonly holidays: ReadonlySet<Day>;

  constructor(weekdays: readonly number[], holidays: readonly string[] = []) {
    this.weekdays = new Set(weekdays);
    this.holidays = new Set(holidays.map(dayOf));
  }

  isWorked(day: Day): boolean {
    return this.weekdays.has(weekdayOf(day)) && !this.holidays.has(day);
  }

  /** The first working day on or after a day; `undefined` when there is none within ten years. */
  onOrAfter(day: Day): Day | undefined {
    for (let next = day; next < day + FARTHEST; next++) if (this.isWorked(next)) return next;
    return undefined;
  }

  /**
   * The day that many working days later. None at all is the day itself where it is worked on, else the next that is;
   * `undefined` when there is none within ten years.
   */
  after(day: Day, count: number): Day | undefined {
    let at = count === 0 ? this.onOrAfter(day) : day;
    for (let left = count; left > 0 && at !== undefined; left--) at = this.onOrAfter(at + 1);
    return at;
  }

  /** The fewest working days with which `after` gets from a day to another one, or past it. */
  until(from: Day, to: Day): number {
    const first = this.onOrAfter(from);
    if (first === undefined || first >= to) return 0;
    let count = 0;
    for (let at: Day | undefined = from; at !== undefined && at < to; at = this.onOrAfter(at + 1)) count++;
    return count;
  }
}
