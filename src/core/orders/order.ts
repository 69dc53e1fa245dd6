import { z } from "zod";
import { isInstant } from "../calendar/local-date";
import { requestLine, type QuoteRequest } from "../quote/request";
import { code, country, nonNegative, refuse, subdivision } from "../setup/primitives";

const text = (most: number) => z.string().max(most);
const nameOf = (most: number) => text(most).refine((one) => one.trim() !== "");

/** How an order is called: letters, digits and the signs shops put between them; at most 60. */
export const orderNumber = z
  .string()
  .min(1)
  .max(60)
  .regex(/^[\p{L}\p{N}][\p{L}\p{N} ._/#-]*$/u);

const instant = z.string().superRefine((one, ctx) => {
  if (!isInstant(one)) refuse(ctx, "bad-instant");
});

/** Where something goes, or who pays. Address lines as they are written; a recipient where it is not the customer. */
export const orderAddress = z.strictObject({
  name: text(200).exactOptional(),
  lines: z.array(text(200)).max(6).exactOptional(),
  city: text(200).exactOptional(),
  subdivision: subdivision.exactOptional(),
  postcode: text(20).exactOptional(),
  country,
  phone: text(60).exactOptional(),
  email: text(200).exactOptional(),
  poBox: z.boolean().exactOptional(),
  collectionPoint: z.boolean().exactOptional(),
});

/** The offer a buyer chose in the shop, and what they were charged for it: with tax, without, or both. */
export const wish = z.strictObject({
  offer: code,
  gross: nonNegative.exactOptional(),
  net: nonNegative.exactOptional(),
});

const notDeliveredTo = { poBox: true, collectionPoint: true } as const;

/**
 * An order as the desk, the API and files read and write it. Money is in the channel's currency, and with tax where the
 * channel's prices include it; a discount is for the whole line. Source: the API's own contract.
 */
export const orderSchema = z.strictObject({
  number: orderNumber.exactOptional(),
  channel: code,
  placedAt: instant.exactOptional(),
  customer: z.strictObject({
    name: nameOf(200),
    reference: text(100).exactOptional(),
    group: text(100).exactOptional(),
    taxId: text(40).exactOptional(),
  }),
  shipTo: orderAddress,
  billTo: orderAddress.omit(notDeliveredTo).exactOptional(),
  coupon: text(100).exactOptional(),
  cashOnDelivery: z.boolean().exactOptional(),
  signature: z.boolean().exactOptional(),
  note: text(2000).exactOptional(),
  wish: wish.exactOptional(),
  lines: z.array(requestLine).min(1).max(10_000),
});

export type Order = z.infer<typeof orderSchema>;
export type OrderAddress = z.infer<typeof orderAddress>;
export type BillingAddress = NonNullable<Order["billTo"]>;
export type Wish = z.infer<typeof wish>;

/** What an order asks a quote for. The order of fields is kept: the text of it tells whether a charge is of the same order. */
export function quoteRequestOf(order: Order, placedAt: string): QuoteRequest {
  const { channel, shipTo, customer, coupon } = order;
  const { country: to, subdivision: part, postcode, city } = shipTo;
  const { group, taxId } = customer;
  return {
    channel,
    placedAt,
    shipTo: {
      country: to,
      ...(part === undefined ? {} : { subdivision: part }),
      ...(postcode === undefined ? {} : { postcode }),
      ...(city === undefined ? {} : { city }),
      poBox: shipTo.poBox === true,
      collectionPoint: shipTo.collectionPoint === true,
    },
    ...(group === undefined && taxId === undefined
      ? {}
      : {
          customer: { ...(group === undefined ? {} : { group }), ...(taxId === undefined ? {} : { taxId }) },
        }),
    ...(coupon === undefined ? {} : { coupon }),
    cashOnDelivery: order.cashOnDelivery === true,
    signature: order.signature === true,
    lines: order.lines,
  };
}
