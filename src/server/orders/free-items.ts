import "server-only";
import type { Item } from "@/core/setup/item";
import type { Database } from "@/db/connect";
import { promisedOf } from "@/db/queries/commitments";
import { readItems } from "@/db/queries/items";
import { FreeStock } from "./free-stock";

/** The stock of items and what of it is promised to whom. */
export async function freeStock(db: Database, skus: readonly string[]): Promise<FreeStock> {
  const items = await readItems(db, skus);
  const kept = items.filter(({ stock }) => stock !== undefined).map(({ sku }) => sku);
  return new FreeStock(items, kept.length === 0 ? [] : await promisedOf(db, kept));
}

/** Items with the stock that is free for an order: what is promised to others is not. */
export async function freeItems(
  db: Database,
  skus: readonly string[],
  order: string | undefined,
): Promise<Item[]> {
  return (await freeStock(db, skus)).itemsFor(order, skus);
}

/** Whether an item that is kept in stock has fewer free pieces than an order's lines want of it. */
export function isShort(
  lines: readonly { readonly sku: string; readonly quantity: number }[],
  items: readonly Item[],
): boolean {
  const wanted = new Map<string, number>();
  for (const { sku, quantity } of lines) wanted.set(sku, (wanted.get(sku) ?? 0) + quantity);
  return items.some(
    ({ sku, stock }) =>
      stock !== undefined && stock.reduce((sum, { quantity }) => sum + quantity, 0) < (wanted.get(sku) ?? 0),
  );
}
