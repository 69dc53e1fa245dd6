import { quoteRequestOf } from "@/core/orders/order";
import type { QuoteRequest } from "@/core/quote/request";
import type { StoredOrder } from "@/db/queries/orders";
import { orderOf } from "./order-document";

/** What an order asks a quote for. */
export function orderRequest(stored: Pick<StoredOrder, "order" | "lines">): QuoteRequest {
  return quoteRequestOf(orderOf(stored), new Date(stored.order.placedAt).toISOString());
}

/** One text for everything a charge was worked out from; another text means the charge is out of date. */
export function basisOf(request: QuoteRequest): string {
  return JSON.stringify(request);
}
