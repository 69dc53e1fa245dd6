import type { QuoteRequest } from "@/core/quote/request";
import type { StoredOrder } from "@/db/queries/orders";

/** What an order asks a quote for. */
export function orderRequest({ order, lines }: Pick<StoredOrder, "order" | "lines">): QuoteRequest {
  return {
    channel: order.channel,
    placedAt: new Date(order.placedAt).toISOString(),
    shipTo: {
      country: order.country,
      ...(order.subdivision === null ? {} : { subdivision: order.subdivision }),
      postcode: order.postcode,
      city: order.city,
      poBox: order.poBox,
      collectionPoint: order.collectionPoint,
    },
    ...(order.customerGroup === null ? {} : { customer: { group: order.customerGroup } }),
    ...(order.coupon === null ? {} : { coupon: order.coupon }),
    cashOnDelivery: order.cashOnDelivery,
    signature: order.signature,
    lines: lines.map((line) => ({
      sku: line.sku,
      quantity: line.quantity,
      unitPrice: line.unitPrice,
      ...(line.discount === null ? {} : { discount: line.discount }),
      ...(line.taxPercent === null ? {} : { taxPercent: line.taxPercent }),
      ...(line.origin === null ? {} : { origin: line.origin }),
    })),
  };
}

/** One text for everything a charge was worked out from; another text means the charge is out of date. */
export function basisOf(request: QuoteRequest): string {
  return JSON.stringify(request);
}
