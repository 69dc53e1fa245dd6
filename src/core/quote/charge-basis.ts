import { Decimal } from "../money/decimal";
import type { Channel } from "../setup/offer";
import type { Quote, QuotedOffer } from "./quote";

/** The charge as a channel's customers read it: with tax where its prices include it. */
export function chargeOn(channel: Channel | undefined, offer: Pick<QuotedOffer, "net" | "gross">): string {
  return channel?.pricesIncludeTax === true ? offer.gross : offer.net;
}

/**
 * The offer a channel chooses beforehand: the cheapest, the fastest (the latest day counts, then the charge), the first, or
 * the one it names; the first where none is asked for or the named one is not given. Ties go to the earlier in the list.
 */
export function preselected(channel: Channel | undefined, offers: Quote["offers"]): QuotedOffer | undefined {
  const [first] = offers;
  const asked = channel?.preselect;
  if (asked === "first") return first;
  if (asked === "cheapest") return leastBy(offers, (a, b) => byCharge(a, b));
  if (asked === "fastest")
    return leastBy(offers, (a, b) => {
      const [one, other] = [a.promise?.latest ?? "9999", b.promise?.latest ?? "9999"];
      return one === other ? byCharge(a, b) : one < other ? -1 : 1;
    });
  return offers.find(({ offer }) => offer === asked) ?? first;
}

const byCharge = (a: QuotedOffer, b: QuotedOffer) => Decimal.of(a.gross).compare(Decimal.of(b.gross));

function leastBy(
  offers: Quote["offers"],
  compare: (a: QuotedOffer, b: QuotedOffer) => number,
): QuotedOffer | undefined {
  return offers.reduce<QuotedOffer | undefined>(
    (best, offer) => (best && compare(best, offer) <= 0 ? best : offer),
    undefined,
  );
}
