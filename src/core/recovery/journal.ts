import { moneyText, roundMoney } from "../money/currency";
import { Decimal } from "../money/decimal";
import { convert, type ExchangeRates } from "../money/exchange";

/** What an entry of the journal is. */
export const journalKinds = ["charged", "billed", "fees", "accrued"] as const;
export type JournalKind = (typeof journalKinds)[number];

/** A sum to be booked. Money in home currency. */
export interface JournalEntry {
  readonly kind: JournalKind;
  /** A carrier's code; `""` for charges of orders that went by several. */
  readonly carrier: string;
  /** The charge type of what is charged; `""` for all else. */
  readonly type: string;
  /** Percent, of what is charged; `""` for all else, whose tax is on the carriers' bills. */
  readonly taxPercent: string;
  readonly count: number;
  readonly net: string;
  readonly tax: string;
}

/** A line an order is charged, as it was charged. */
export interface ChargedForJournal {
  readonly carrier: string;
  readonly type: string;
  readonly taxPercent: string;
  readonly net: string;
  readonly tax: string;
  readonly currency: string;
  /** The order's day: by its rates the line becomes home currency, rounded to its minor unit. */
  readonly day: string;
}

/**
 * Lines that were charged, summed by carrier, charge type and tax rate, in that order. Lines without an exchange rate are in no sum:
 * they are counted in `left`.
 */
export function journalOfCharges(
  lines: Iterable<ChargedForJournal>,
  { exchange, homeCurrency }: { readonly exchange: ExchangeRates; readonly homeCurrency: string },
): { readonly entries: JournalEntry[]; readonly left: number } {
  const sums = new Map<string, { one: ChargedForJournal; count: number; net: Decimal; tax: Decimal }>();
  let left = 0;
  for (const line of lines) {
    const conversion = exchange.on(line.day).find(line.currency, homeCurrency);
    if (!conversion) {
      left++;
      continue;
    }
    const home = (amount: string) => roundMoney(convert(Decimal.of(amount), conversion), homeCurrency);
    const percent = Decimal.of(line.taxPercent).toString();
    const key = JSON.stringify([line.carrier, line.type, percent]);
    const known = sums.get(key) ?? {
      one: { ...line, taxPercent: percent },
      count: 0,
      net: Decimal.zero,
      tax: Decimal.zero,
    };
    sums.set(key, {
      ...known,
      count: known.count + 1,
      net: known.net.plus(home(line.net)),
      tax: known.tax.plus(home(line.tax)),
    });
  }
  const entries = [...sums.values()].map(
    ({ one, count, net, tax }): JournalEntry => ({
      kind: "charged",
      carrier: one.carrier,
      type: one.type,
      taxPercent: one.taxPercent,
      count,
      net: moneyText(net, homeCurrency),
      tax: moneyText(tax, homeCurrency),
    }),
  );
  return { entries: entries.sort(inOrder), left };
}

function inOrder(a: JournalEntry, b: JournalEntry): number {
  return (
    compared(a.carrier, b.carrier) ||
    compared(a.type, b.type) ||
    Decimal.of(a.taxPercent).compare(Decimal.of(b.taxPercent))
  );
}

const compared = (one: string, other: string) => (one < other ? -1 : one > other ? 1 : 0);
