import "server-only";
import { compileItem } from "@/core/parcels/compiled-item";
import type { CompiledSetup } from "@/core/quote/compiled-setup";
import type { Quote } from "@/core/quote/quote";
import { quote } from "@/core/quote/quote-order";
import type { QuoteRequest } from "@/core/quote/request";
import type { Item } from "@/core/setup/item";
import type { Parsed } from "@/core/setup/parse-setup";
import type { Database } from "@/db/connect";
import { readItems } from "@/db/queries/items";

/** Quotes a request with the catalogue's items. */
export async function rateRequest(
  db: Database,
  compiled: CompiledSetup,
  request: QuoteRequest,
  now: Date,
): Promise<Parsed<Quote>> {
  const wanted = request.lines.filter((line) => !line.item).map((line) => line.sku);
  return rateWith(compiled, request, await readItems(db, wanted), now);
}

/** Quotes a request with items that are at hand. */
export function rateWith(
  compiled: CompiledSetup,
  request: QuoteRequest,
  items: readonly Item[],
  now: Date,
): Parsed<Quote> {
  const known = new Map(items.map((item) => [item.sku, compileItem(item, compiled.defaultWeights)]));
  return quote(compiled, request, { items: (sku) => known.get(sku), now: now.toISOString() });
}
