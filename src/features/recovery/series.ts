import { addFigures, resultSum, type ResultFigures, type ResultSum } from "@/core/recovery/result-sum";

export const spans = ["day", "week", "month"] as const;
export type Span = (typeof spans)[number];

export interface SpanSum {
  /** Its first day. */
  readonly from: string;
  readonly sum: ResultSum;
}

const DAY_MS = 86_400_000;

/** Days joined to weeks (from Monday) or months; those in which nothing left are there with nothing. */
export function series(
  days: readonly { readonly day: string; readonly figures: ResultFigures }[],
  span: Span,
  currency: string,
): SpanSum[] {
  const [first, last] = [days[0]?.day, days.at(-1)?.day];
  if (first === undefined || last === undefined) return [];
  const found = new Map<string, ResultFigures[]>();
  for (let day = first; day <= last; day = dayAfter(day)) found.set(startOf(day, span), []);
  for (const { day, figures } of days) found.get(startOf(day, span))?.push(figures);
  return [...found].map(([from, all]) => ({ from, sum: resultSum(addFigures(all), currency) }));
}

function startOf(day: string, span: Span): string {
  if (span === "day") return day;
  if (span === "month") return `${day.slice(0, 7)}-01`;
  const at = Date.parse(day);
  const sinceMonday = (new Date(at).getUTCDay() + 6) % 7;
  return new Date(at - sinceMonday * DAY_MS).toISOString().slice(0, 10);
}

function dayAfter(day: string): string {
  return new Date(Date.parse(day) + DAY_MS).toISOString().slice(0, 10);
}
