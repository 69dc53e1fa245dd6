import { moneyText } from "../money/currency";
import { Decimal } from "../money/decimal";
import type { Quote } from "../quote/quote";
import type { QuoteRequest } from "../quote/request";

/** A request without what a person pinned to origins; `undefined` where nothing is. */
export function unpinned(request: QuoteRequest): QuoteRequest | undefined {
  if (!request.lines.some(({ origin, origins }) => origin !== undefined || origins !== undefined))
    return undefined;
  return { ...request, lines: request.lines.map(({ origin: _, origins: __, ...line }) => line) };
}

/** What the pins of an order come to for one offer, against the way that would be chosen: money, without tax. */
export interface PinCost {
  readonly offer: string;
  /** How much more it costs us, negative where less. */
  readonly cost: string;
  /** How much more is charged. */
  readonly net: string;
}

/** Of each offer that is given with the pins and without them. */
export function pinCosts(pinned: Pick<Quote, "offers" | "currency">, best: Pick<Quote, "offers">): PinCost[] {
  const { currency } = pinned;
  const less = (one: string, other: string) => moneyText(Decimal.of(one).minus(Decimal.of(other)), currency);
  return pinned.offers.flatMap(({ offer, cost, net }) => {
    const without = best.offers.find((one) => one.offer === offer);
    return without ? [{ offer, cost: less(cost, without.cost), net: less(net, without.net) }] : [];
  });
}
