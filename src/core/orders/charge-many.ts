import type { Quote } from "../quote/quote";
import { chooseOffer, type Choice, type Chosen } from "./choose-offer";
import type { Look } from "./order-state";

/** What is done with an order when many are charged at once. */
export type Verdict = Exclude<Chosen, { readonly setAside: unknown }> | { readonly setAside: Look };

/** What has to be seen by somebody before it is charged: what may be why nothing can be offered goes before that nothing is. */
const blocking: readonly Look[] = [
  "agreement-needed",
  "weight-missing",
  "stock-short",
  "nothing-offered",
  "address-odd",
];

/**
 * The offer an order is charged when many are charged at once, or why it is set aside: an order that is odd in a way that a
 * charge does not settle waits for somebody. A wish that can't be given as it was told is no reason: the channel's rule
 * decides, and the order stays in that queue.
 */
export function verdictOf(
  { quote, look }: { readonly quote: Quote | undefined; readonly look: readonly Look[] },
  choice: Choice,
): Verdict {
  const [why] = blocking.filter((one) => look.includes(one));
  if (why !== undefined || !quote) return { setAside: why ?? "nothing-offered" };
  return chooseOffer(quote, choice);
}
