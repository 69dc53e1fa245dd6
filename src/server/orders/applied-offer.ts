import { z } from "zod";
import { chargedByHand, furtherLine, type ByHand, type Charged } from "@/core/orders/hand-charge";
import { underCodesOf, type CodeNow, type StandingCharge } from "@/core/orders/stand";
import type { QuotedOffer } from "@/core/quote/quote";
import { nonNegative } from "@/core/setup/primitives";
import type { ChargeRow } from "@/db/queries/orders";

/** The form in which charges are kept now. */
export const CHARGE_FORMAT = 1;

/** Who set something by hand, and when. */
const setBy = { by: z.string(), at: z.string() };

/** What was set by hand as it is kept. */
const keptByHand = z.strictObject({
  amount: z
    .strictObject({
      net: nonNegative.exactOptional(),
      gross: nonNegative.exactOptional(),
      reason: z.string(),
      /** Whether it is the amount the buyer was told. */
      isWish: z.boolean().exactOptional(),
      /** Who agreed to it, where it is further from what was worked out than one person may go. */
      agreedBy: z.string().exactOptional(),
      ...setBy,
    })
    .exactOptional(),
  lines: z.array(furtherLine.extend(setBy)).exactOptional(),
});
export type KeptByHand = z.infer<typeof keptByHand>;

/** The core's answer a charge was applied by. Throws for a form that this version does not know: later ones wrote it. */
export function appliedOffer({ format, quote }: Pick<ChargeRow, "format" | "quote">): QuotedOffer {
  if (format !== CHARGE_FORMAT) throw new Error(`a charge of form ${format} can't be read`);
  return quote as QuotedOffer;
}

export function byHandOf({ byHand }: Pick<ChargeRow, "byHand">): KeptByHand {
  return byHand === null ? {} : keptByHand.parse(byHand);
}

/** What an applied charge comes to, with what was set by hand. */
export function chargedOf(charge: ChargeRow, includesTax: boolean): Charged {
  return chargedByHand(appliedOffer(charge), plain(byHandOf(charge)), {
    includesTax,
    currency: charge.currency,
  });
}

/** Without who and when. */
export function plain({ amount, lines }: KeptByHand): ByHand {
  return {
    ...(amount
      ? {
          amount: {
            reason: amount.reason,
            ...(amount.net === undefined ? {} : { net: amount.net }),
            ...(amount.gross === undefined ? {} : { gross: amount.gross }),
          },
        }
      : {}),
    ...(lines ? { lines: lines.map(({ by: _, at: __, ...line }) => line) } : {}),
  };
}

/** What an order's state asks of its charge. */
export function standingCharge(
  charge: ChargeRow | undefined,
  includesTax: boolean,
  codes: CodeNow,
): StandingCharge | undefined {
  if (!charge) return undefined;
  const { amount } = byHandOf(charge);
  return {
    basis: charge.basis,
    offer: underCodesOf(appliedOffer(charge), codes),
    charged: chargedOf(charge, includesTax),
    isByHand: amount !== undefined,
  };
}
