import { and, eq, gt, lt } from "drizzle-orm";
import type { Database } from "../connect";
import { idempotentCalls } from "../schema/orders";

export type CallRow = typeof idempotentCalls.$inferSelect;

export async function readCall(db: Database, name: string, since: string): Promise<CallRow | undefined> {
  const [row] = await db
    .select()
    .from(idempotentCalls)
    .where(and(eq(idempotentCalls.name, name), gt(idempotentCalls.at, since)));
  return row;
}

/** Keeps an answer; of two calls of one name at one time the first one's stays. */
export async function keepCall(db: Database, row: CallRow): Promise<void> {
  await db.insert(idempotentCalls).values(row).onConflictDoNothing();
}

export async function dropCallsBefore(db: Database, before: string): Promise<void> {
  await db.delete(idempotentCalls).where(lt(idempotentCalls.at, before));
}
