import { Decimal } from "../money/decimal";
import { chargeOn } from "../quote/charge-basis";
import { decidingReason } from "../quote/deciding-reason";
import type { Quote, QuotedOffer } from "../quote/quote";
import type { Channel } from "../setup/offer";
import type { Rejection } from "../working/reason";

/** An offer's figures, in the quote's currency; `charge` on the channel's tax basis. */
export interface OfferFigures {
  readonly charge: string;
  readonly cost: string;
  readonly margin: string;
  readonly free: boolean;
  /** The latest day promised. */
  readonly latest?: string;
}

/** One offer of a trial before and after; a side is absent where the channel did not have it. */
export interface OfferPair {
  readonly offer: string;
  readonly name: string;
  readonly before?: OfferFigures | { readonly withheld: Rejection };
  readonly after?: OfferFigures | { readonly withheld: Rejection };
  /** After less before, signed where it is not 0; only where both are given. */
  readonly more?: { readonly charge: string; readonly cost: string; readonly margin: string };
  readonly isChanged: boolean;
}

/** Two quotes of one request offer by offer, in the order of the later one; offers it no longer has come last. */
export function compareQuotes(
  before: { readonly quote: Quote; readonly channel: Channel | undefined } | undefined,
  after: { readonly quote: Quote; readonly channel: Channel | undefined },
): OfferPair[] {
  const sides = [before && sideOf(before), sideOf(after)] as const;
  const [then, now] = sides;
  const names = new Map([...(now ?? []), ...(then ?? [])].map(([code, { name }]) => [code, name]));
  const order = [...now.keys(), ...[...(then?.keys() ?? [])].filter((code) => !now.has(code))];
  return order.map((offer): OfferPair => {
    const [old, fresh] = [then?.get(offer)?.side, now.get(offer)?.side];
    return {
      offer,
      name: names.get(offer) ?? offer,
      ...(old ? { before: old } : {}),
      ...(fresh ? { after: fresh } : {}),
      ...differences(old, fresh),
      isChanged: before !== undefined && shown(old) !== shown(fresh),
    };
  });
}

type Side = NonNullable<OfferPair["after"]>;

function sideOf({
  quote,
  channel,
}: {
  readonly quote: Quote;
  readonly channel: Channel | undefined;
}): Map<string, { name: string; side: Side }> {
  return new Map<string, { name: string; side: Side }>([
    ...quote.offers.map(
      (offer) => [offer.offer, { name: offer.name, side: figures(offer, channel) }] as const,
    ),
    ...quote.withheld.map(
      (one) => [one.offer, { name: one.name, side: { withheld: decidingReason(one) } }] as const,
    ),
  ]);
}

function figures(offer: QuotedOffer, channel: Channel | undefined): OfferFigures {
  return {
    charge: chargeOn(channel, offer),
    cost: offer.cost,
    margin: offer.margin,
    free: offer.free,
    ...(offer.promise ? { latest: offer.promise.latest } : {}),
  };
}

function differences(old: Side | undefined, fresh: Side | undefined): Pick<OfferPair, "more"> {
  if (!old || !fresh || "withheld" in old || "withheld" in fresh) return {};
  const more = (figure: "charge" | "cost" | "margin") => lessText(fresh[figure], old[figure]);
  return { more: { charge: more("charge"), cost: more("cost"), margin: more("margin") } };
}

/** `a` less `b` with its sign ("+2.50", "−1.00"), or "0" where they are equal; digits as the figures have them. */
export function lessText(a: string, b: string): string {
  const less = Decimal.of(a).minus(Decimal.of(b));
  if (less.sign === 0) return "0";
  const digits = Math.max(...[a, b].map((text) => text.split(".")[1]?.length ?? 0));
  return less.sign < 0 ? `−${less.negated().toFixed(digits)}` : `+${less.toFixed(digits)}`;
}

/** What of a side counts as changed: its figures, or the reason and its place. */
function shown(side: Side | undefined): string {
  if (!side) return "";
  return "withheld" in side
    ? JSON.stringify([side.withheld.reason, side.withheld.source])
    : JSON.stringify([side.charge, side.cost, side.free, side.latest]);
}
