import "server-only";
import { eq } from "drizzle-orm";
import type { Database, PooledDatabase } from "@/db/connect";
import { note, type By } from "@/db/queries/activity";
import { filePlans } from "@/db/schema";
import { inTransaction } from "../in-transaction";
import { done, failed, type Result } from "../result";

/** The JSON of how a file of this shape was read the last time. */
export async function knownFilePlan(db: Database, shape: string): Promise<string | undefined> {
  const [row] = await db.select({ plan: filePlans.plan }).from(filePlans).where(eq(filePlans.shape, shape));
  return row && JSON.stringify(row.plan);
}

/** Keeps how a file was read; of one shape the last plan counts. A text that is no JSON is `invalid`. */
export function keepFilePlan(
  db: PooledDatabase,
  shape: string,
  plan: string,
  by: By,
): Promise<Result<undefined>> {
  return inTransaction(db, async (tx) => {
    const read = readJson(plan);
    if (read === undefined) return failed("invalid", [{ code: "bad-json", path: "plan", data: {} }]);
    const values = { plan: read, usedAt: by.now.toISOString(), usedBy: by.who.name };
    await tx
      .insert(filePlans)
      .values({ shape, ...values })
      .onConflictDoUpdate({ target: filePlans.shape, set: values });
    await note(tx, by, { what: "file-plan-kept", subject: "file-plans", to: { value: shape.slice(0, 200) } });
    return done(undefined);
  });
}

function readJson(text: string): unknown {
  try {
    return JSON.parse(text) as unknown;
  } catch {
    return undefined;
  }
}
