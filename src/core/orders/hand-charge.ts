import { z } from "zod";
import { moneyText, roundMoney } from "../money/currency";
import { Decimal, sum } from "../money/decimal";
import type { ChargeLine, QuotedOffer } from "../quote/quote";
import { code, name, nonNegative } from "../setup/primitives";
import { taxCharge } from "../tax/order-tax";
import { fixedRate } from "../tax/tax-rate";

const reason = z.string().trim().min(1).max(300);

/** A charge beside the delivery, put on an order by hand: its amount in the channel's own way, with tax where prices have it. */
export const furtherLine = z.strictObject({
  type: code,
  name,
  amount: nonNegative,
  taxPercent: nonNegative,
  reason,
});
export type FurtherLine = z.infer<typeof furtherLine>;

/** Another amount than the one worked out for the delivery; 0 waives it. Of net and gross one is enough. */
export interface OtherAmount {
  readonly net?: string;
  readonly gross?: string;
}

/** A charge line, and what is by hand about it. */
export interface ChargedLine extends ChargeLine {
  readonly byHand?: {
    readonly reason: string;
    /** What would have been charged, in the same tax basis; absent for a line that nothing worked out. */
    readonly workedOut?: string;
  };
}

/** What an order is charged for its delivery and beside it: sums of its lines. */
export interface Charged {
  readonly net: string;
  readonly tax: string;
  readonly gross: string;
  readonly cost: string;
  /** Net less cost. */
  readonly margin: string;
  readonly chargeLines: readonly ChargedLine[];
}

/** What somebody has set by hand. */
export interface ByHand {
  /** Why another amount is charged for the delivery, and which. */
  readonly amount?: OtherAmount & { readonly reason: string };
  readonly lines?: readonly FurtherLine[];
}

/**
 * What an offer charges with another amount and further lines. The other amount is one line of the offer's first charge
 * type at that line's tax; where net and gross are both told, tax is their difference. Each line is rounded to the
 * currency's minor unit before anything is added up.
 */
export function chargedByHand(
  offer: QuotedOffer,
  { amount, lines = [] }: ByHand,
  { includesTax, currency }: { readonly includesTax: boolean; readonly currency: string },
): Charged {
  const own = chargedAt(offer, amount, currency, amount?.reason);
  const further = lines.map(
    ({ type, name: called, amount: figure, taxPercent, reason: why }): ChargedLine => {
      const rate = fixedRate(Decimal.of(taxPercent), "taxPercent");
      const { net, tax } = taxCharge(roundMoney(Decimal.of(figure), currency), rate, includesTax, currency);
      return {
        type,
        name: called,
        net: moneyText(net, currency),
        taxPercent,
        tax: moneyText(tax, currency),
        byHand: { reason: why },
      };
    },
  );
  return summed([...own.chargeLines, ...further], offer.cost, currency);
}

/** An offer charged at another amount, or as it was worked out where there is none. */
export function chargedAt(
  offer: QuotedOffer,
  amount: OtherAmount | undefined,
  currency: string,
  why = "",
): Charged {
  const first = leading(offer.chargeLines);
  const isOther = amount !== undefined && (amount.net !== undefined || amount.gross !== undefined);
  if (!isOther) return summed(offer.chargeLines, offer.cost, currency);
  const percent = first?.taxPercent ?? "0";
  const { net, tax } = split(amount, percent, currency);
  const line: ChargedLine = {
    type: first?.type ?? "freight",
    name: offer.name,
    net: moneyText(net, currency),
    taxPercent: percent,
    tax: moneyText(tax, currency),
    ...(first?.reverseCharge ? { reverseCharge: first.reverseCharge } : {}),
    byHand: { reason: why, workedOut: amount.gross === undefined ? offer.net : offer.gross },
  };
  return summed([line], offer.cost, currency);
}

/** The line whose tax another amount has: the freight's; where it is split over the goods' rates the greatest part's. */
function leading(lines: readonly ChargeLine[]): ChargeLine | undefined {
  const [first] = lines;
  return lines
    .filter(({ type, name: called }) => type === first?.type && called === first.name)
    .reduce(
      (most, line) => (most && !Decimal.of(line.net).moreThan(Decimal.of(most.net)) ? most : line),
      undefined as ChargeLine | undefined,
    );
}

function split({ net, gross }: OtherAmount, percent: string, currency: string) {
  const rate = fixedRate(Decimal.of(percent), "taxPercent");
  const rounded = (text: string) => roundMoney(Decimal.of(text), currency);
  if (net !== undefined && gross !== undefined)
    return { net: rounded(net), tax: rounded(gross).minus(rounded(net)) };
  return taxCharge(rounded(gross ?? net ?? "0"), rate, gross !== undefined, currency);
}

function summed(chargeLines: readonly ChargedLine[], cost: string, currency: string): Charged {
  const net = sum(chargeLines.map((line) => Decimal.of(line.net)));
  const tax = sum(chargeLines.map((line) => Decimal.of(line.tax)));
  const text = (amount: Decimal) => moneyText(amount, currency);
  return {
    net: text(net),
    tax: text(tax),
    gross: text(net.plus(tax)),
    cost,
    margin: text(net.minus(Decimal.of(cost))),
    chargeLines,
  };
}
