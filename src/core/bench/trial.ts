import { z } from "zod";
import { quoteRequestSchema } from "../quote/request";
import { code, nonNegative } from "../setup/primitives";

/**
 * What a trial is held to. Charges are on the channel's tax basis, costs without tax, both in the quote's currency; both ends
 * of `charge` are in, and equal ends ask for that very figure; a cost has to be less than `costBelow`.
 */
const expectation = z.union([
  z.strictObject({ offer: code, is: z.enum(["given", "withheld"]) }),
  z.strictObject({ offer: code, charge: z.tuple([nonNegative, nonNegative]) }),
  z.strictObject({ offer: code, costBelow: nonNegative }),
]);

/** Most a business keeps. */
export const MOST_TRIALS = 500;

/** A saved test order. Without a `placedAt` it counts from the present, so that it goes along with the editions. */
export const trial = z.strictObject({
  id: z.string().min(1).max(60),
  name: z.string().trim().min(1).max(120),
  request: quoteRequestSchema,
  expects: z.array(expectation).max(40),
});

export type Trial = z.infer<typeof trial>;
export type Expectation = z.infer<typeof expectation>;
