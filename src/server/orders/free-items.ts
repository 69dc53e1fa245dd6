import "server-only";
import type { Item } from "@/core/setup/item";
import type { Database } from "@/db/connect";
import { committedToOthers } from "@/db/queries/commitments";
import { readItems } from "@/db/queries/items";

/** Items with the stock that is free for an order: what is promised to others is not. */
export async function freeItems(
  db: Database,
  skus: readonly string[],
  order: string | undefined,
): Promise<Item[]> {
  const items = await readItems(db, skus);
  const kept = items.filter(({ stock }) => stock !== undefined).map(({ sku }) => sku);
  if (kept.length === 0) return items;
  const taken = new Map<string, number>();
  for (const { sku, origin, quantity } of await committedToOthers(db, kept, order))
    taken.set(JSON.stringify([sku, origin]), quantity);
  return items.map((item) =>
    item.stock
      ? {
          ...item,
          stock: item.stock.map(({ origin, quantity }) => ({
            origin,
            quantity: Math.max(0, quantity - (taken.get(JSON.stringify([item.sku, origin])) ?? 0)),
          })),
        }
      : item,
  );
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
