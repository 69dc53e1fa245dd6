import { z } from "zod";

/** The version of the protocol, which every message names. */
export const RATE_PROTOCOL = "wallodrom-rates/1";

const decimal = z.string().regex(/^\d{1,15}(\.\d{1,6})?$/);
const signed = z.string().regex(/^-?\d{1,15}(\.\d{1,6})?$/);
const day = z.iso.date();
const currency = z.string().regex(/^[A-Z]{3}$/);
const short = z.string().min(1).max(200);

const place = z
  .object({
    country: z
      .string()
      .regex(/^[A-Z]{2}$/)
      .describe("ISO 3166-1 alpha-2."),
    subdivision: z.string().max(10).optional().describe("ISO 3166-2, `SE-I`."),
    postcode: z.string().max(20).optional(),
    city: z.string().max(200).optional(),
  })
  .describe("A place. The postcode is as it is written in its country.");

const parcel = z
  .object({
    count: z.int().min(1).describe("How many parcels are like this one."),
    weightKg: decimal.optional().describe("Of one, in kilograms. Left out: nobody knows it; it is not 0."),
    sidesCm: z
      .tuple([decimal, decimal, decimal])
      .optional()
      .describe("Of one, in centimetres, the longest first."),
  })
  .describe("Parcels that are alike.");

export const protocolQuestion = z
  .object({
    id: short.describe("The caller's name of the question: its answer has the same."),
    services: z.array(short).min(1).max(50).describe("The services a rate is wanted for, by your codes."),
    from: place,
    to: place,
    poBox: z.boolean(),
    collectionPoint: z.boolean(),
    shipDate: day.describe("The day it is handed to you."),
    parcels: z.array(parcel).min(1).max(1000),
    goods: z.object({
      value: decimal.describe("Without tax, after discounts."),
      currency,
      classes: z.array(short).max(100).describe("Codes of the shipper's own."),
    }),
    cashOnDelivery: decimal.optional().describe("What you collect at the door, in the goods' currency."),
    signature: z.boolean(),
    account: short.optional().describe("The shipper's account with you."),
  })
  .describe("One shipment.");
export type ProtocolQuestion = z.infer<typeof protocolQuestion>;

export const rateCall = z.object({
  protocol: z.literal(RATE_PROTOCOL),
  questions: z.array(protocolQuestion).min(1).max(100),
});

const part = z.object({
  kind: z.enum(["base", "fuel", "surcharge", "discount"]),
  name: short,
  amount: signed.describe("In the rate's tax basis; a discount is negative."),
});

export const protocolRate = z
  .object({
    service: short,
    amount: decimal.describe("For the whole shipment, all parcels, in `currency`."),
    currency,
    tax: z
      .discriminatedUnion("basis", [
        z.object({ basis: z.literal("without") }),
        z.object({ basis: z.literal("with"), percent: decimal }),
      ])
      .describe("Whether tax is in the amount, and then how much, in percent of the amount without it."),
    promise: z
      .object({ earliest: day, latest: day })
      .optional()
      .describe("The days it arrives between, both in."),
    parts: z.array(part).max(50).optional().describe("What the amount is made of; they add up to it."),
    reference: short.optional().describe("Your name of this answer, for asking about it later."),
  })
  .describe("Your price for one service.");

export const rateReply = z.object({
  protocol: z.literal(RATE_PROTOCOL),
  answers: z.array(
    z.object({
      id: short,
      rates: z.array(protocolRate).max(50),
      declined: z
        .array(z.object({ service: short, reason: short.describe("Why, in words for the shipper.") }))
        .max(50)
        .describe(
          "Services asked for that you don't give for this shipment. Each service is in one of both lists.",
        ),
    }),
  ),
});
export type RateReply = z.infer<typeof rateReply>;

export const serviceList = z.object({
  protocol: z.literal(RATE_PROTOCOL),
  carrier: short,
  services: z.array(z.object({ code: short, name: short })).max(500),
});
