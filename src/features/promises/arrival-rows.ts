import { isDate } from "@/core/calendar/local-date";
import { readDate } from "@/ui/date-text";
import type { Verdict } from "@/features/import";
import type { TableField } from "@/tabular/match-columns";

export const arrivalFields: readonly TableField[] = [
  {
    key: "number",
    name: "tracking or order number",
    aliases: ["tracking", "tracking number", "consignment", "waybill", "order", "order number", "reference"],
    needed: true,
  },
  {
    key: "day",
    name: "arrived on",
    aliases: ["delivered", "delivered on", "delivery date", "delivered date", "arrival", "date"],
    needed: true,
  },
];

export interface ArrivalRow {
  readonly number: string;
  /** `YYYY-MM-DD`. */
  readonly day: string;
}

/** What is known of numbers: the shipments they mean, and the last day one of them left; `null` for one nobody knows. */
export type Numbers = ReadonlyMap<string, { readonly shipments: number; readonly left?: string } | null>;

/** What becomes of a row, with what is known of its number so far. */
export function arrivalVerdict(numbers: Numbers, today: string) {
  return (cells: Readonly<Record<string, string>>): Verdict<ArrivalRow> => {
    const number = (cells.number ?? "").trim();
    const typed = (cells.day ?? "").trim();
    const day = readDate(typed);
    const refused = (why: string) => ({ kind: "refused" as const, why });
    if (number === "") return refused("It has no tracking or order number.");
    if (typed === "") return refused("It does not say when it arrived.");
    if (!isDate(day)) return refused(`“${typed}” is not a date; write it like 2026-11-30.`);
    if (day > today) return refused(`${day} is still to come.`);
    const known = numbers.get(number);
    if (known === null) return refused(`No order that was handed over has the number ${number}.`);
    if (known?.left !== undefined && day < known.left)
      return refused(`It left on ${known.left}, after ${day}.`);
    const shipments = known?.shipments ?? 1;
    return {
      kind: "taken",
      value: { number, day },
      about: number,
      shown: { day },
      ...(shipments > 1 ? { note: `All ${shipments} shipments of the order.` } : {}),
    };
  };
}
