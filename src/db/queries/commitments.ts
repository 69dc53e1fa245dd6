import { and, eq, inArray, ne, sql } from "drizzle-orm";
import type { Database } from "../connect";
import { commitments } from "../schema/orders";

export type CommitmentRow = typeof commitments.$inferInsert;

/** Pieces of items that are promised to other orders than one, by item and origin. */
export async function committedToOthers(
  db: Database,
  skus: readonly string[],
  order: string | undefined,
): Promise<{ sku: string; origin: string; quantity: number }[]> {
  return db
    .select({
      sku: commitments.sku,
      origin: commitments.origin,
      quantity: sql<number>`sum(${commitments.quantity})::int`,
    })
    .from(commitments)
    .where(
      and(
        inArray(commitments.sku, [...new Set(skus)]),
        order === undefined ? undefined : ne(commitments.order, order),
      ),
    )
    .groupBy(commitments.sku, commitments.origin);
}

/** Puts what is promised to an order in the place of what was. */
export async function commit(
  tx: Database,
  order: string,
  pieces: readonly Omit<CommitmentRow, "order">[],
): Promise<void> {
  await tx.delete(commitments).where(eq(commitments.order, order));
  const rows = pieces.map((one) => ({ ...one, order }));
  if (rows.length > 0) await tx.insert(commitments).values(rows);
}
