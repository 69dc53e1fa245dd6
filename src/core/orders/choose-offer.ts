import { Decimal } from "../money/decimal";
import type { Quote, QuotedOffer } from "../quote/quote";
import type { DeskRule, Take } from "./desk-rule";
import { chargedAt, type Charged } from "./hand-charge";
import type { Wish } from "./order";

/** What an order is charged when nobody looks at it, or why somebody has to. */
export type Chosen =
  | {
      readonly offer: QuotedOffer;
      /** What is charged: the wish's amount, or what was worked out. */
      readonly charged: Charged;
      readonly by: "wish" | "rule";
    }
  | { readonly setAside: "nothing-offered" | "loss" };

/** What the choice depends on besides the offers. */
export interface Choice {
  readonly wish: Wish | undefined;
  readonly rule: DeskRule;
  readonly includesTax: boolean;
}

/**
 * The buyer's wish where it is still given and loses no more than the channel's limit, else the channel's rule. Of equal
 * offers the first in the channel's order.
 */
export function chooseOffer(quote: Quote, { wish, rule, includesTax }: Choice): Chosen {
  const { currency, offers } = quote;
  const wished = offers.find(({ offer }) => offer === wish?.offer);
  if (wish && wished) {
    const charged = chargedAt(wished, wishAmount(wish, includesTax), currency);
    if (!losesMore(charged, rule)) return { offer: wished, charged, by: "wish" };
  }
  const offer = takeBy(rule.take, offers);
  if (!offer) return { setAside: "nothing-offered" };
  const charged = chargedAt(offer, undefined, currency);
  return losesMore(charged, rule) ? { setAside: "loss" } : { offer, charged, by: "rule" };
}

/** What a wish says is charged, in the channel's own way; `undefined` where it says nothing of it. */
export function wishAmount(wish: Wish, includesTax: boolean): { net?: string; gross?: string } | undefined {
  const { net, gross } = wish;
  if (net === undefined && gross === undefined) return undefined;
  // the figure the buyer saw goes first; the other one follows from it unless it was told
  return includesTax || net === undefined
    ? { ...(gross === undefined ? {} : { gross }), ...(net === undefined ? {} : { net }) }
    : { net, ...(gross === undefined ? {} : { gross }) };
}

/** Whether more is lost than the limit; at the limit it is not. */
export function losesMore({ margin }: Pick<Charged, "margin">, { mostLoss }: DeskRule): boolean {
  return Decimal.of(margin).plus(Decimal.of(mostLoss)).sign < 0;
}

function takeBy(take: Take, offers: readonly QuotedOffer[]): QuotedOffer | undefined {
  const best = (isBetter: (one: QuotedOffer, than: QuotedOffer) => boolean) =>
    offers.reduce<QuotedOffer | undefined>(
      (found, one) => (!found || isBetter(one, found) ? one : found),
      undefined,
    );
  const less = (one: string, than: string) => Decimal.of(one).compare(Decimal.of(than)) < 0;
  switch (take) {
    case "first":
      return offers[0];
    case "cheapest":
      return best((one, than) => less(one.gross, than.gross));
    case "margin":
      return best((one, than) => less(than.margin, one.margin));
    case "fastest":
      return best((one, than) => isSooner(one, than));
  }
}

/** By the last day of the promise, then the first; an offer without one is never sooner. */
function isSooner({ promise: one }: QuotedOffer, { promise: than }: QuotedOffer): boolean {
  if (!one) return false;
  if (!than) return true;
  return one.latest !== than.latest ? one.latest < than.latest : one.earliest < than.earliest;
}
