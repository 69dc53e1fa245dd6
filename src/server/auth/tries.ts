import { eq, sql } from "drizzle-orm";
import type { Database } from "@/db/connect";
import { signInTries } from "@/db/schema";

/** Wrong tries that cost nothing but themselves. */
const FREE_TRIES = 3;
/** The longest anybody waits: whoever tries to keep an owner out delays them by no more. */
const LONGEST_WAIT_S = 30;

/** Seconds to wait after so many wrong tries in a row: nothing for the first three, then 1, 2, 4 … 30. */
export function secondsAfter(failed: number): number {
  return failed <= FREE_TRIES ? 0 : Math.min(LONGEST_WAIT_S, 2 ** (failed - FREE_TRIES - 1));
}

const keyOf = (email: string) => email.toLowerCase().slice(0, 254);

/** Seconds until somebody may try again with an e-mail address; 0 when at once. */
export async function secondsToWait(db: Database, email: string, now: Date): Promise<number> {
  const [row] = await db
    .select()
    .from(signInTries)
    .where(eq(signInTries.email, keyOf(email)));
  if (!row) return 0;
  const until = row.lastAt.getTime() + secondsAfter(row.failed) * 1000;
  return Math.max(0, Math.ceil((until - now.getTime()) / 1000));
}

/** Counts a wrong try. */
export async function countFailedTry(
  db: Database,
  email: string,
  from: string | undefined,
  now: Date,
): Promise<void> {
  await db
    .insert(signInTries)
    .values({ email: keyOf(email), failed: 1, untold: 1, lastAt: now, lastFrom: from ?? null })
    .onConflictDoUpdate({
      target: signInTries.email,
      set: {
        failed: sql`${signInTries.failed} + 1`,
        untold: sql`${signInTries.untold} + 1`,
        lastAt: now,
        lastFrom: from ?? null,
      },
    });
}

/** The right password ends the waiting; how many tries failed stays to be told. */
export async function forgetFailedTries(db: Database, email: string): Promise<void> {
  await db
    .update(signInTries)
    .set({ failed: 0 })
    .where(eq(signInTries.email, keyOf(email)));
}

/** What the owner of an e-mail address is told: wrong tries since they last said that they had seen it. */
export interface FailedTries {
  readonly count: number;
  readonly lastAt: string;
  readonly lastFrom: string | null;
}

export async function untoldTries(db: Database, email: string): Promise<FailedTries | undefined> {
  const [row] = await db
    .select()
    .from(signInTries)
    .where(eq(signInTries.email, keyOf(email)));
  return row && row.untold > 0
    ? { count: row.untold, lastAt: row.lastAt.toISOString(), lastFrom: row.lastFrom }
    : undefined;
}

export async function tellTries(db: Database, email: string): Promise<void> {
  await db
    .update(signInTries)
    .set({ untold: 0 })
    .where(eq(signInTries.email, keyOf(email)));
}
