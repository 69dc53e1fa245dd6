import { and, eq, lt, or } from "drizzle-orm";
import type { Database } from "../connect";
import { idempotentCalls } from "../schema/orders";

export type CallRow = typeof idempotentCalls.$inferSelect;

/** The status of a call that is being done. */
export const BEING_DONE = 0;

/** Takes a call's name; what had it before, where somebody has it. */
export async function claimCall(
  db: Database,
  { name, asked, at }: Pick<CallRow, "name" | "asked" | "at">,
): Promise<CallRow | undefined> {
  const row = { name, asked, at, status: BEING_DONE, headers: {}, body: "" };
  const mine = await db.insert(idempotentCalls).values(row).onConflictDoNothing().returning();
  if (mine.length > 0) return undefined;
  const [theirs] = await db.select().from(idempotentCalls).where(eq(idempotentCalls.name, name));
  return theirs ?? { ...row };
}

/** Keeps what a call was answered. */
export async function keepAnswer(
  db: Database,
  name: string,
  answer: Pick<CallRow, "status" | "headers" | "body">,
): Promise<void> {
  await db.update(idempotentCalls).set(answer).where(eq(idempotentCalls.name, name));
}

export async function dropCall(db: Database, name: string): Promise<void> {
  await db.delete(idempotentCalls).where(eq(idempotentCalls.name, name));
}

/** Forgets calls before an instant, and those that were begun before another and never ended. */
export async function dropCalls(db: Database, before: string, begunBefore: string): Promise<void> {
  await db
    .delete(idempotentCalls)
    .where(
      or(
        lt(idempotentCalls.at, before),
        and(eq(idempotentCalls.status, BEING_DONE), lt(idempotentCalls.at, begunBefore)),
      ),
    );
}
