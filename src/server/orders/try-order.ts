import "server-only";
import { addressFaults, type AddressFault } from "@/core/orders/address-faults";
import { orderSchema, quoteRequestOf, type Order } from "@/core/orders/order";
import { parseWith } from "@/core/setup/parse-setup";
import type { Problem } from "@/core/setup/problem";
import type { PooledDatabase } from "@/db/connect";
import { wordQuote, type WordedQuote } from "@/messages/word-quote";
import { done, failed, type Result } from "../result";
import { liveSetup } from "../services/live-setup";
import { quoteAsking } from "../carriers/rate-asking";
import { contextOf } from "../services/rate";
import { currentSuspensions } from "../services/suspensions";
import { freeItems } from "./free-items";
import { priced } from "./priced-lines";

/** An order that is being written, as far as it can be rated; what is missing is told by its place. */
export interface TriedOrder {
  readonly problems: readonly Problem[];
  readonly addressFaults: readonly AddressFault[];
  readonly quote?: WordedQuote;
  /** The prices of its lines, the catalogue's where none was said. */
  readonly prices: readonly (string | undefined)[];
}

/** Rates an order that is not stored, by what is live and what is free. */
export async function tryOrder(db: PooledDatabase, input: unknown, now: Date): Promise<Result<TriedOrder>> {
  const live = await liveSetup(db);
  if (!live) return failed("unavailable");
  const none = { addressFaults: [], prices: [] };
  const read = parseWith(orderSchema, input);
  if (!read.ok) return done({ ...none, problems: read.problems });
  const order = await priced(db, live, read.value, now);
  if (!order.ok) return done({ ...none, problems: order.problems });
  const request = quoteRequestOf(order.value, read.value.placedAt ?? now.toISOString());
  const items = await freeItems(db, skusIn(order.value), undefined);
  const suspensions = await currentSuspensions(db);
  const context = contextOf(live.compiled, items, now, { suspensions });
  // nobody waits for carriers while they type, and none is asked about half an address
  const rated = await quoteAsking(db, live, request, { context, mode: "cached", now, tried: true });
  return done({
    problems: rated.ok ? [] : rated.problems,
    addressFaults: addressFaults(order.value.shipTo),
    prices: order.value.lines.map(({ unitPrice }) => unitPrice),
    ...(rated.ok ? { quote: wordQuote(rated.value) } : {}),
  });
}

function skusIn({ lines }: Order): string[] {
  return lines.flatMap(({ sku, item }) => (item ? [] : [sku]));
}
