import { and, eq, inArray, sql } from "drizzle-orm";
import type { Database } from "../connect";
import { openStates } from "@/core/orders/order-state";
import { commitments, movedItems, orderLines, orders } from "../schema/orders";

export type CommitmentRow = typeof commitments.$inferInsert;

/** Pieces of items that are promised, by order. */
export async function promisedOf(db: Database, skus: readonly string[]): Promise<CommitmentRow[]> {
  return db
    .select()
    .from(commitments)
    .where(inArray(commitments.sku, [...new Set(skus)]));
}

/** Puts what is promised to an order in the place of what was, and notes the items of which others find more or less free now. */
export async function commit(
  tx: Database,
  order: string,
  pieces: readonly Omit<CommitmentRow, "order">[],
): Promise<void> {
  const before = await tx.delete(commitments).where(eq(commitments.order, order)).returning();
  const rows = pieces.map((one) => ({ ...one, order }));
  if (rows.length > 0) await tx.insert(commitments).values(rows);
  const moved = movedPieces(before, rows);
  if (moved.length > 0) await tx.insert(movedItems).values(moved);
}

/** How many pieces of each item were promised or let go, added up over origins. */
function movedPieces(before: readonly CommitmentRow[], after: readonly CommitmentRow[]) {
  const byPlace = new Map<string, { sku: string; moved: number }>();
  const add = ({ sku, origin, quantity }: CommitmentRow, sign: 1 | -1) => {
    const key = JSON.stringify([sku, origin]);
    byPlace.set(key, { sku, moved: (byPlace.get(key)?.moved ?? 0) + sign * quantity });
  };
  for (const row of before) add(row, -1);
  for (const row of after) add(row, 1);
  const bySku = new Map<string, number>();
  for (const { sku, moved } of byPlace.values()) bySku.set(sku, (bySku.get(sku) ?? 0) + Math.abs(moved));
  return [...bySku].filter(([, moved]) => moved > 0).map(([sku, moved]) => ({ sku, moved }));
}

/** Takes what was noted of items that moved: how many pieces of each. */
export async function takeMoved(tx: Database): Promise<Map<string, number>> {
  const rows = await tx.delete(movedItems).returning();
  const found = new Map<string, number>();
  for (const { sku, moved } of rows) found.set(sku, (found.get(sku) ?? 0) + moved);
  return found;
}

/** The most pieces of an item that one open order wants. */
export async function mostWanted(db: Database, skus: readonly string[]): Promise<Map<string, number>> {
  if (skus.length === 0) return new Map();
  const wanted = db
    .select({ sku: orderLines.sku, pieces: sql<number>`sum(${orderLines.quantity})`.as("pieces") })
    .from(orderLines)
    .innerJoin(orders, eq(orders.number, orderLines.order))
    .where(and(inArray(orderLines.sku, [...skus]), inArray(orders.state, [...openStates])))
    .groupBy(orderLines.order, orderLines.sku)
    .as("wanted");
  const rows = await db
    .select({ sku: wanted.sku, most: sql<number>`max(${wanted.pieces})::int` })
    .from(wanted)
    .groupBy(wanted.sku);
  return new Map(rows.map(({ sku, most }) => [sku, most]));
}
