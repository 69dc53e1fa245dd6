import { z } from "zod";
import { isInstant } from "../calendar/local-date";
import { inlineItem, sku } from "../setup/item";
import { code, country, currency, nonNegative, refuse, subdivision } from "../setup/primitives";

const quantity = z.int().min(1).max(1e9);

/** Where pieces of a line are to leave from; of one origin named twice the pieces are added. */
const pinned = z.strictObject({ origin: code, quantity });

export const requestLine = z
  .strictObject({
    sku,
    quantity,
    unitPrice: nonNegative.exactOptional(),
    discount: nonNegative.exactOptional(),
    taxPercent: nonNegative.exactOptional(),
    origin: code.exactOptional(),
    origins: z.array(pinned).min(1).max(100).exactOptional(),
    item: inlineItem.exactOptional(),
  })
  .superRefine((one, ctx) => {
    if (!one.origins) return;
    if (one.origin !== undefined) refuse(ctx, "origin-said-twice", ["origins"]);
    const pieces = one.origins.reduce((sum, part) => sum + part.quantity, 0);
    if (pieces !== one.quantity)
      refuse(ctx, "pieces-do-not-add-up", ["origins"], { pieces: String(pieces), of: String(one.quantity) });
  });

/**
 * What a quote is asked for. `unitPrice` is without tax unless the channel's prices include it; `discount` is for the whole
 * line; `cashOnDeliveryAmount` is in the quote's currency and, left out, the goods with tax. A line's `origin`, or its
 * `origins` by pieces that add up to its quantity, go before everything sourcing would choose.
 */
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
  customer: z
    .strictObject({ group: z.string().max(100).exactOptional(), taxId: z.string().max(40).exactOptional() })
    .exactOptional(),
  coupon: z.string().max(100).exactOptional(),
  cashOnDelivery: z.boolean().exactOptional(),
  cashOnDeliveryAmount: nonNegative.exactOptional(),
  signature: z.boolean().exactOptional(),
  lines: z.array(requestLine).min(1).max(10_000),
  offers: z.array(code).max(5000).exactOptional(),
  working: z.boolean().exactOptional(),
});

export type QuoteRequest = z.infer<typeof quoteRequestSchema>;
export type RequestLine = z.infer<typeof requestLine>;
