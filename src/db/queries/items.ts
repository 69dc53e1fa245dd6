import { asc, inArray, sql } from "drizzle-orm";
import type { Item } from "@/core/setup/item";
import type { Database } from "../connect";
import { fromRow, type Row } from "../mappers/rows";
import { items } from "../schema/orders";

/** The items with these numbers; unknown ones are not in the answer. */
export async function readItems(db: Database, skus: readonly string[]): Promise<Item[]> {
  if (skus.length === 0) return [];
  const rows = await db
    .select()
    .from(items)
    .where(inArray(items.sku, [...new Set(skus)]));
  return rows.map((row) => fromRow(row) as unknown as Item);
}

/** The whole catalogue in its order. */
export async function readCatalogue(db: Database): Promise<Item[]> {
  const rows = await db.select().from(items).orderBy(asc(items.position), asc(items.sku));
  return rows.map((row) => fromRow(row) as unknown as Item);
}

/** Adds items, or replaces those that are there by their number. */
export async function writeItems(db: Database, list: readonly Item[]): Promise<void> {
  for (let at = 0; at < list.length; at += 1000) {
    const rows = list.slice(at, at + 1000).map((item, i): Row => ({ ...item, position: at + i }));
    await db
      .insert(items)
      .values(rows as (typeof items.$inferInsert)[])
      .onConflictDoUpdate({
        target: items.sku,
        set: {
          version: sql`${items.version} + 1`,
          name: sql`excluded.name`,
          gtin: sql`excluded.gtin`,
          weight: sql`excluded.weight`,
          size: sql`excluded.size`,
          goodsClass: sql`excluded.goods_class`,
          unitPrice: sql`excluded.unit_price`,
          currency: sql`excluded.currency`,
          taxPercent: sql`excluded.tax_percent`,
          shippable: sql`excluded.shippable`,
          shipsAlone: sql`excluded.ships_alone`,
          stock: sql`excluded.stock`,
        },
      });
  }
}
