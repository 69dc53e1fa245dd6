import type { Change } from "@/core/setup/inverse";
import type { Setup } from "@/core/setup/setup";
import { isCurrency } from "@/core/money/currency";
import { isDate } from "@/core/calendar/local-date";
import { readDate } from "@/ui/date-text";
import type { Verdict } from "@/features/import";
import type { TableField } from "@/tabular/match-columns";
import { plainNumber } from "@/ui/number-text";

export type ExchangeRate = Setup["exchangeRates"][number];

export const rateFields: readonly TableField[] = [
  { key: "from", name: "currency", aliases: ["from", "1 of"], needed: true },
  { key: "rate", name: "rate", aliases: ["is worth", "value"], needed: true, isFigure: true },
  { key: "to", name: "into", aliases: ["to", "of"] },
  { key: "asOf", name: "date", aliases: ["as of", "from this day on", "valid from"] },
];

const pairOf = ({ from, to, asOf }: ExchangeRate) => `${from} ${to} ${asOf}`;

/** What becomes of a line: without a target it goes into the home currency, without a date it counts from today on. */
export function rateVerdict(rates: readonly ExchangeRate[], home: string, today: string) {
  const known = new Map(rates.map((rate) => [pairOf(rate), rate.rate]));
  return (cells: Readonly<Record<string, string>>): Verdict<ExchangeRate> => {
    const value = {
      from: (cells.from ?? "").toUpperCase(),
      to: (cells.to ?? "").toUpperCase() || home,
      rate: plainNumber(cells.rate ?? ""),
      asOf: readDate(cells.asOf ?? "") || today,
    };
    const stranger = [value.from, value.to].find((one) => !isCurrency(one));
    if (stranger !== undefined) return { kind: "refused", why: `"${stranger}" is not a currency.` };
    if (value.from === value.to) return { kind: "refused", why: "The two currencies are one." };
    if (!/^\d+(\.\d+)?$/.test(value.rate) || Number(value.rate) <= 0)
      return { kind: "refused", why: `"${cells.rate ?? ""}" is not a rate above 0.` };
    if (!isDate(value.asOf))
      return { kind: "refused", why: `"${cells.asOf ?? ""}" is not a date like 2026-11-02.` };
    const old = known.get(pairOf(value));
    if (old === value.rate) return { kind: "same" };
    const note = old === undefined ? {} : { note: `in place of ${old}` };
    return { kind: "taken", value, shown: value, about: pairOf(value), ...note };
  };
}

/** The rates as changes of the draft: one of the same pair and day takes the other's place. */
export function rateChanges(rates: readonly ExchangeRate[], taken: readonly ExchangeRate[]): Change[] {
  const places = new Map(rates.map((rate, i) => [pairOf(rate), i]));
  let end = rates.length;
  return taken.map((to) => {
    const at = places.get(pairOf(to));
    const from = at === undefined ? undefined : rates[at];
    return from ? { path: `exchangeRates/${at}`, from, to } : { path: `exchangeRates/${end++}`, to };
  });
}
