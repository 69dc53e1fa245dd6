import { and, asc, eq, gt, inArray, max, sql } from "drizzle-orm";
import { openStates } from "@/core/orders/order-state";
import type { Item } from "@/core/setup/item";
import type { Database } from "../connect";
import { fromRow, type Row } from "../mappers/rows";
import { items, orderLines, orders } from "../schema/orders";
import { upsertRows } from "./bulk";

/** The items with these numbers; unknown ones are not in the answer. */
export async function readItems(db: Database, skus: readonly string[]): Promise<Item[]> {
  const rows = await inParts([...new Set(skus)], (part) =>
    db.select().from(items).where(inArray(items.sku, part)),
  );
  return rows.map((row) => fromRow(row) as unknown as Item);
}

/** Items after a number, by number. */
export async function itemsAfter(db: Database, sku: string | undefined, limit: number): Promise<Item[]> {
  const rows = await db
    .select()
    .from(items)
    .where(sku === undefined ? undefined : gt(items.sku, sku))
    .orderBy(asc(items.sku))
    .limit(limit);
  return rows.map((row) => fromRow(row) as unknown as Item);
}

/** The numbers of all items. */
export async function readSkus(db: Database): Promise<string[]> {
  const rows = await db.select({ sku: items.sku }).from(items).orderBy(asc(items.sku));
  return rows.map(({ sku }) => sku);
}

/** The whole catalogue in its order. */
export async function readCatalogue(db: Database): Promise<Item[]> {
  const rows = await db.select().from(items).orderBy(asc(items.position), asc(items.sku));
  return rows.map((row) => fromRow(row) as unknown as Item);
}

/** Adds items after those that are there, or replaces those with their number in their place. */
export async function writeItems(tx: Database, list: readonly Item[]): Promise<void> {
  if (list.length === 0) return;
  const places = new Map(
    (
      await inParts(
        list.map(({ sku }) => sku),
        (part) =>
          tx.select({ sku: items.sku, position: items.position }).from(items).where(inArray(items.sku, part)),
      )
    ).map(({ sku, position }) => [sku, position]),
  );
  const [last] = await tx.select({ most: max(items.position) }).from(items);
  let next = (last?.most ?? -1) + 1;
  const rows = list.map((item): Row => ({ ...item, position: places.get(item.sku) ?? next++ }));
  await upsertRows(tx, items, rows);
}

export async function removeItems(tx: Database, skus: readonly string[]): Promise<void> {
  await inParts(skus, async (part) => {
    await tx.delete(items).where(inArray(items.sku, part));
    return [];
  });
}

/** How many open orders hold each of these items; those that none holds are left out. */
export function openOrdersWith(
  tx: Database,
  skus: readonly string[],
): Promise<{ sku: string; orders: number }[]> {
  return inParts(skus, (part) =>
    tx
      .select({ sku: orderLines.sku, orders: sql<number>`count(distinct ${orderLines.order})::int` })
      .from(orderLines)
      .innerJoin(orders, eq(orders.number, orderLines.order))
      .where(and(inArray(orderLines.sku, part), inArray(orders.state, [...openStates])))
      .groupBy(orderLines.sku)
      .orderBy(orderLines.sku),
  );
}

/** Parameters a statement takes at once. */
const MOST_AT_ONCE = 5000;

async function inParts<T>(
  skus: readonly string[],
  ask: (part: string[]) => Promise<readonly T[]>,
): Promise<T[]> {
  const found: T[] = [];
  for (let at = 0; at < skus.length; at += MOST_AT_ONCE)
    found.push(...(await ask(skus.slice(at, at + MOST_AT_ONCE))));
  return found;
}
