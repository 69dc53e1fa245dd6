import { Decimal } from "../money/decimal";
import { chargeOn } from "../quote/charge-basis";
import type { Quote } from "../quote/quote";
import type { Channel } from "../setup/offer";
import type { Expectation } from "./trial";

/** An expectation with what came instead where it is not met: a figure, or whether the offer is given. */
export interface Verdict {
  readonly expectation: Expectation;
  readonly met: boolean;
  readonly got: "given" | "withheld" | "absent" | { readonly figure: string };
}

/** Holds a quote to what is expected of it. An offer the channel does not have is `absent`, which counts as withheld. */
export function judge(
  expects: readonly Expectation[],
  quote: Quote,
  channel: Channel | undefined,
): Verdict[] {
  return expects.map((expectation): Verdict => {
    const offer = quote.offers.find((one) => one.offer === expectation.offer);
    const state = offer
      ? "given"
      : quote.withheld.some((one) => one.offer === expectation.offer)
        ? "withheld"
        : "absent";
    if ("is" in expectation)
      return { expectation, met: (expectation.is === "given") === (state === "given"), got: state };
    if (!offer) return { expectation, met: false, got: state };
    if ("costBelow" in expectation)
      return {
        expectation,
        met: Decimal.of(offer.cost).lessThan(Decimal.of(expectation.costBelow)),
        got: { figure: offer.cost },
      };
    const charge = chargeOn(channel, offer);
    const [low, high] = expectation.charge.map((end) => Decimal.of(end));
    const figure = Decimal.of(charge);
    const met = !(low && figure.lessThan(low)) && !(high && figure.moreThan(high));
    return { expectation, met, got: { figure: charge } };
  });
}
