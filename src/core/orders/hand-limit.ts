import { Decimal } from "../money/decimal";
import type { QuotedOffer } from "../quote/quote";
import { wishAmount } from "./choose-offer";
import { chargedAt, type OtherAmount } from "./hand-charge";
import type { Wish } from "./order";

/** What decides whether one person is enough for another amount. */
export interface HandLimit {
  /** How far from what was worked out one person may go, without tax, in the channel's currency; absent for no limit. */
  readonly mostByHand?: string;
  readonly wish: Wish | undefined;
  readonly includesTax: boolean;
  readonly currency: string;
}

/**
 * Whether somebody else has to agree to another amount for the delivery: where it lies further from the one worked out than the
 * limit, up or down, both without tax. At the limit one person is enough, and so they are for what the buyer was told when they
 * chose this offer: that is promised already.
 */
export function needsSecond(
  offer: QuotedOffer,
  amount: OtherAmount | undefined,
  { mostByHand, wish, includesTax, currency }: HandLimit,
): boolean {
  if (mostByHand === undefined || !amount) return false;
  if (wish?.offer === offer.offer && isTold(amount, wishAmount(wish, includesTax))) return false;
  const far = Decimal.of(chargedAt(offer, amount, currency).net).minus(Decimal.of(offer.net));
  return (far.sign < 0 ? far.negated() : far).compare(Decimal.of(mostByHand)) > 0;
}

function isTold(amount: OtherAmount, told: OtherAmount | undefined): boolean {
  const isSame = (one: string | undefined, other: string | undefined) =>
    one !== undefined && other !== undefined && Decimal.of(one).equals(Decimal.of(other));
  return isSame(amount.gross, told?.gross) || (told?.gross === undefined && isSame(amount.net, told?.net));
}
