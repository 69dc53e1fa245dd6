import { z } from "zod";
import { isInstant } from "../calendar/local-date";
import { inlineItem, sku } from "../setup/item";
import { code, country, currency, nonNegative, refuse, subdivision } from "../setup/primitives";

const line = z.strictObject({
  sku,
  quantity: z.int().min(1).max(1e9),
  unitPrice: nonNegative.exactOptional(),
  discount: nonNegative.exactOptional(),
  taxPercent: nonNegative.exactOptional(),
  origin: code.exactOptional(),
  item: inlineItem.exactOptional(),
});

/** What a quote is asked for. `unitPrice` is without tax unless the channel's prices include it; `discount` is for the whole line. */
export const quoteRequestSchema = z.strictObject({
  channel: code,
  placedAt: z
    .string()
    .superRefine((text, ctx) => {
      if (!isInstant(text)) refuse(ctx, "bad-instant");
    })
    .exactOptional(),
  currency: currency.exactOptional(),
  shipTo: z.strictObject({
    country,
    subdivision: subdivision.exactOptional(),
    postcode: z.string().max(20).exactOptional(),
    city: z.string().max(200).exactOptional(),
    poBox: z.boolean().exactOptional(),
    collectionPoint: z.boolean().exactOptional(),
  }),
  customer: z.strictObject({ group: z.string().max(100).exactOptional() }).exactOptional(),
  coupon: z.string().max(100).exactOptional(),
  cashOnDelivery: z.boolean().exactOptional(),
  signature: z.boolean().exactOptional(),
  lines: z.array(line).min(1).max(10_000),
  offers: z.array(code).max(5000).exactOptional(),
  working: z.boolean().exactOptional(),
});

export type QuoteRequest = z.infer<typeof quoteRequestSchema>;
export type RequestLine = z.infer<typeof line>;
