import "server-only";
import { eq } from "drizzle-orm";
import type { Database } from "@/db/connect";
import { filePlans } from "@/db/schema";

/** The JSON of how a file of this shape was read the last time. */
export async function knownFilePlan(db: Database, shape: string): Promise<string | undefined> {
  const [row] = await db.select({ plan: filePlans.plan }).from(filePlans).where(eq(filePlans.shape, shape));
  return row && JSON.stringify(row.plan);
}

/** Keeps how a file was read; of one shape the last plan counts. Throws `SyntaxError` for a text that is no JSON. */
export async function keepFilePlan(
  db: Database,
  shape: string,
  plan: string,
  who: string,
  now: Date,
): Promise<void> {
  const values = { plan: JSON.parse(plan) as unknown, usedAt: now.toISOString(), usedBy: who };
  await db
    .insert(filePlans)
    .values({ shape, ...values })
    .onConflictDoUpdate({ target: filePlans.shape, set: values });
}
