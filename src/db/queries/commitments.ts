import { eq, inArray } from "drizzle-orm";
import type { Database } from "../connect";
import { commitments } from "../schema/orders";

export type CommitmentRow = typeof commitments.$inferInsert;

/** Pieces of items that are promised, by order. */
export async function promisedOf(db: Database, skus: readonly string[]): Promise<CommitmentRow[]> {
  return db
    .select()
    .from(commitments)
    .where(inArray(commitments.sku, [...new Set(skus)]));
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
