import { dateOf, dayOf, weekdayOf } from "@/core/calendar/working-days";
import { addFigures, resultSum, type ResultFigures, type ResultSum } from "@/core/recovery/result-sum";

export const spans = ["day", "week", "month"] as const;
export type Span = (typeof spans)[number];

export interface SpanSum {
  /** Its first day. */
  readonly from: string;
  readonly sum: ResultSum;
}

/** Days joined to weeks (from Monday) or months; those in which nothing left are there with nothing. */
export function series(
  days: readonly { readonly day: string; readonly figures: ResultFigures }[],
  span: Span,
  currency: string,
): SpanSum[] {
  const [first, last] = [days[0]?.day, days.at(-1)?.day];
  if (first === undefined || last === undefined) return [];
  const found = new Map<string, ResultFigures[]>();
  for (let at = dayOf(first); at <= dayOf(last); at++) found.set(startOf(dateOf(at), span), []);
  for (const { day, figures } of days) found.get(startOf(day, span))?.push(figures);
  return [...found].map(([from, all]) => ({ from, sum: resultSum(addFigures(all), currency) }));
}

function startOf(day: string, span: Span): string {
  if (span === "day") return day;
  if (span === "month") return `${day.slice(0, 7)}-01`;
  const at = dayOf(day);
  return dateOf(at - weekdayOf(at) + 1);
}
