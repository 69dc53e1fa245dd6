import type { QuotedOffer } from "@/core/quote/quote";
import type { ChargeRow } from "@/db/queries/orders";

/** The form in which charges are kept now. */
export const CHARGE_FORMAT = 1;

/** The core's answer a charge was applied by. Throws for a form that this version does not know: later ones wrote it. */
export function appliedOffer({ format, quote }: Pick<ChargeRow, "format" | "quote">): QuotedOffer {
  if (format !== CHARGE_FORMAT) throw new Error(`a charge of form ${format} can't be read`);
  return quote as QuotedOffer;
}

/** What an order's state asks of its charge. */
export function appliedTo(charge: ChargeRow | undefined) {
  return charge && { basis: charge.basis, offer: appliedOffer(charge) };
}

/** Whether an offer would still be charged, and cost, what was applied. */
export function isStillSo(
  applied: Pick<QuotedOffer, "net" | "gross" | "cost">,
  now: Pick<QuotedOffer, "net" | "gross" | "cost">,
): boolean {
  return applied.net === now.net && applied.gross === now.gross && applied.cost === now.cost;
}
