import "server-only";
import { compileItem, type CompiledItem } from "@/core/parcels/compiled-item";
import type { CompiledSetup } from "@/core/quote/compiled-setup";
import type { Quote } from "@/core/quote/quote";
import { quote, type QuoteContext } from "@/core/quote/quote-order";
import type { QuoteRequest } from "@/core/quote/request";
import type { Item } from "@/core/setup/item";
import type { Parsed } from "@/core/setup/parse-setup";
import type { Database, PooledDatabase } from "@/db/connect";
import { readItems } from "@/db/queries/items";
import { readStamps } from "@/db/queries/setup";

/** Quotes a request with the catalogue's items. */
export async function rateRequest(
  db: Database,
  compiled: CompiledSetup,
  request: QuoteRequest,
  now: Date,
): Promise<Parsed<Quote>> {
  return rateWith(compiled, request, await itemsOf(db, request), now);
}

/** The items of the catalogue that a request names. */
export function itemsOf(db: Database, request: QuoteRequest): Promise<Item[]> {
  return readItems(db, skusOf(request));
}

/** What is known at the moment beside setup and items: what carriers' systems answered, and what does not work. */
export type Known = Pick<QuoteContext, "liveRates" | "liveAsOf" | "suspensions">;

/** Quotes a request with items that are at hand, and with what carriers' systems answered where they were asked. */
export function rateWith(
  compiled: CompiledSetup,
  request: QuoteRequest,
  items: readonly Item[],
  now: Date,
  more: Known = {},
): Parsed<Quote> {
  return quote(compiled, request, contextOf(compiled, items, now, more));
}

/** What an order's quote needs beside setup and request, where its items are at hand. */
export function contextOf(
  compiled: CompiledSetup,
  items: readonly Item[],
  now: Date,
  more: Known = {},
): QuoteContext {
  const known = new Map(items.map((item) => [item.sku, compileItem(item, compiled.defaultWeights)]));
  return { ...more, items: (sku) => known.get(sku), now: now.toISOString() };
}

function skusOf(request: QuoteRequest): string[] {
  return request.lines.filter((line) => !line.item).map((line) => line.sku);
}

/** Items of the catalogue as one state of it had them, compiled for one setup; those that are asked for, up to a limit. */
interface KeptItems {
  readonly catalogue: number;
  readonly compiled: CompiledSetup;
  readonly items: Map<string, CompiledItem | undefined>;
}

const MOST_KEPT = 100_000;
const holder = globalThis as { wallodromItems?: KeptItems };

function keptItems(compiled: CompiledSetup, catalogue: number): KeptItems {
  const kept = holder.wallodromItems;
  if (kept?.catalogue === catalogue && kept.compiled === compiled && kept.items.size < MOST_KEPT) return kept;
  return (holder.wallodromItems = { catalogue, compiled, items: new Map() });
}

/** What a quote by the catalogue is made with. */
export interface CatalogueRating extends Pick<QuoteContext, "suspensions"> {
  readonly catalogue: number;
  readonly now: Date;
}

/**
 * What an order's quote needs beside setup and request, many times a second: an item is read once for as long as the
 * catalogue's stamp stays where it is.
 */
export async function catalogueContext(
  db: PooledDatabase,
  compiled: CompiledSetup,
  request: QuoteRequest,
  { catalogue, now, suspensions }: CatalogueRating,
): Promise<QuoteContext> {
  let { items } = keptItems(compiled, catalogue);
  const missing = [...new Set(skusOf(request))].filter((sku) => !items.has(sku));
  if (missing.length > 0) {
    const found = new Map((await readItems(db, missing)).map((item) => [item.sku, item]));
    // an item changed in between is not kept under the stamp before
    if ((await readStamps(db)).catalogue !== catalogue) items = new Map(items);
    for (const sku of missing) {
      const item = found.get(sku);
      items.set(sku, item && compileItem(item, compiled.defaultWeights));
    }
  }
  return {
    items: (sku) => items.get(sku),
    now: now.toISOString(),
    ...(suspensions ? { suspensions } : {}),
  };
}
