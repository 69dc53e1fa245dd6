import { z } from "zod";
import { nonNegative } from "../setup/primitives";

/** Which offer is taken for an order whose buyer did not choose, or whose wish can't be given. */
export const takes = ["first", "cheapest", "fastest", "margin"] as const;
export type Take = (typeof takes)[number];

/**
 * How a channel's orders are charged many at once: which offer is taken, and how much may be lost by one order, in the
 * channel's currency; at the limit it is still charged, above it it is set aside.
 */
export const deskRule = z.strictObject({ take: z.enum(takes), mostLoss: nonNegative });
export type DeskRule = z.infer<typeof deskRule>;

/** Of a channel nobody has said anything about: the first offer of its list, and no loss. */
export const plainRule: DeskRule = { take: "first", mostLoss: "0" };
