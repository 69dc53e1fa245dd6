import { Decimal } from "../money/decimal";
import type { Quote, QuotedOffer } from "../quote/quote";
import { addressFaults } from "./address-faults";
import { chooseOffer, losesMore, wishAmount, type Choice } from "./choose-offer";
import type { Charged } from "./hand-charge";
import type { OrderAddress } from "./order";
import { looks, type Look, type OpenState } from "./order-state";

/** A charge as it stands at an order. */
export interface StandingCharge {
  /** The text of what it was worked out from. */
  readonly basis: string;
  readonly offer: QuotedOffer;
  /** What is charged by it, with what was set by hand. */
  readonly charged: Charged;
  /** Whether somebody gave a reason for another amount. */
  readonly isByHand: boolean;
}

/** All that an order's state depends on. */
export interface Standing extends Choice {
  readonly shipTo: OrderAddress;
  readonly basis: string;
  readonly applied: StandingCharge | undefined;
  /** `undefined` where the order can't be rated at all. */
  readonly quote: Quote | undefined;
  /** What the charge that stands would be now, where it is charged by shipment; else it is found in the quote. */
  readonly again?: QuotedOffer | undefined;
  /** Whether an item has fewer free pieces than the order wants. */
  readonly isShort: boolean;
  /** Whether somebody asks for an amount that nobody else has agreed to yet. */
  readonly isAsked?: boolean;
}

export interface Stand {
  readonly state: Exclude<OpenState, "received">;
  /** In the order of their list. */
  readonly look: readonly Look[];
}

/**
 * Where an order stands that is not confirmed: with a charge it is ready, or out of date where it was worked out from
 * something else, or would be charged or shipped otherwise now, or is not given any more; without one it is to be rated. A
 * cost that alone differs leaves it ready. What is odd about it is told beside.
 */
export function standOf(of: Standing): Stand {
  const { applied, quote, basis } = of;
  const now = applied?.offer.parts
    ? of.again
    : quote?.offers.find(({ offer }) => offer === applied?.offer.offer);
  const state = !applied
    ? "to-rate"
    : applied.basis === basis && now && isStillSo(applied.offer, now)
      ? "ready"
      : "out-of-date";
  const found = new Set(oddities(of));
  return { state, look: looks.filter((look) => found.has(look)) };
}

/** Whether an offer would still be charged what was applied, line by line, and leave from the same places by the same services. */
export function isStillSo(applied: QuotedOffer, now: QuotedOffer): boolean {
  return (
    applied.net === now.net &&
    applied.gross === now.gross &&
    lineText(applied) === lineText(now) &&
    wayText(applied) === wayText(now)
  );
}

function lineText({ chargeLines }: QuotedOffer): string {
  return JSON.stringify(chargeLines.map(({ type, net, tax, taxPercent }) => [type, net, tax, taxPercent]));
}

function wayText({ shipments }: QuotedOffer): string {
  return JSON.stringify(shipments.map(({ origin, service }) => [origin, service]));
}

function* oddities(of: Standing): Generator<Look> {
  const { applied, quote, shipTo, wish, rule, includesTax, isShort } = of;
  if (of.isAsked) yield "agreement-needed";
  if (!quote || quote.offers.length === 0) yield "nothing-offered";
  if (quote?.warnings.some(({ code }) => code === "weight-missing")) yield "weight-missing";
  if (addressFaults(shipTo).length > 0) yield "address-odd";
  if (isShort) yield "stock-short";
  const meant = applied?.offer.offer ?? wish?.offer;
  const withheld = quote?.withheld ?? [];
  const isSuspended = withheld.some(
    (one) =>
      (meant === undefined || one.offer === meant) &&
      (one.reason === "suspended" || one.because.some(({ rejection }) => rejection.reason === "suspended")),
  );
  if (isSuspended) yield "suspended";
  if (applied) {
    if (losesMore(applied.charged, rule)) yield "loss";
    if (wish && !applied.isByHand && !isAsWished(applied.offer.offer, applied.charged, { wish, includesTax }))
      yield "wish-differs";
    return;
  }
  if (!quote || quote.offers.length === 0) return;
  const chosen = chooseOffer(quote, { wish, rule, includesTax });
  if ("setAside" in chosen) yield "loss";
  const wished = wish && quote.offers.find(({ offer }) => offer === wish.offer);
  if (wish && !(wished && isAsWished(wished.offer, wished, { wish, includesTax }))) yield "wish-differs";
}

/** Whether what is charged is what the buyer chose and was told. */
function isAsWished(
  offer: string,
  charged: Pick<Charged, "net" | "gross">,
  { wish, includesTax }: Pick<Choice, "includesTax"> & { readonly wish: NonNullable<Choice["wish"]> },
): boolean {
  if (offer !== wish.offer) return false;
  const told = wishAmount(wish, includesTax);
  const isEqual = (one: string | undefined, other: string) =>
    one === undefined || Decimal.of(one).equals(Decimal.of(other));
  return isEqual(told?.net, charged.net) && isEqual(told?.gross, charged.gross);
}

/** What a code of a setup's list is called by now. */
export type CodeNow = (list: "offers" | "origins" | "services" | "chargeTypes", code: string) => string;

/** An offer as it was applied, under the codes of now: what was called otherwise then is the same thing. */
export function underCodesOf(offer: QuotedOffer, now: CodeNow): QuotedOffer {
  const { parts } = offer;
  if (parts) {
    const renamed = parts.map((part) => underCodesOf(part, now));
    const code = [...new Set(renamed.map((part) => part.offer))].join(" + ");
    const [shipments, chargeLines] = [
      renamed.flatMap((part) => part.shipments),
      renamed.flatMap((part) => part.chargeLines),
    ];
    return { ...offer, offer: code, shipments, chargeLines, parts: renamed };
  }
  return {
    ...offer,
    offer: now("offers", offer.offer),
    shipments: offer.shipments.map((shipment) => ({
      ...shipment,
      origin: now("origins", shipment.origin),
      service: now("services", shipment.service),
    })),
    chargeLines: offer.chargeLines.map((line) => ({ ...line, type: now("chargeTypes", line.type) })),
  };
}
