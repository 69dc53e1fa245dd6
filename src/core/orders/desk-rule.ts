import { z } from "zod";
import { nonNegative } from "../setup/primitives";

/** Which offer is taken for an order whose buyer did not choose, or whose wish can't be given. */
export const takes = ["first", "cheapest", "fastest", "margin"] as const;
export type Take = (typeof takes)[number];

/**
 * How a channel's orders are charged, in the channel's currency and without tax. Many at once: which offer is taken, and how
 * much may be lost by one order; at the limit it is still charged, above it it is set aside. By hand: how far another amount
 * may lie from the one worked out before somebody else has to agree; absent for no limit.
 */
export const deskRule = z.strictObject({
  take: z.enum(takes),
  mostLoss: nonNegative,
  mostByHand: nonNegative.exactOptional(),
});
export type DeskRule = z.infer<typeof deskRule>;

/** Of a channel nobody has said anything about: the first offer of its list, and no loss. */
export const plainRule: DeskRule = { take: "first", mostLoss: "0" };
