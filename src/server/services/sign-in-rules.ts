import "server-only";
import { note, type By } from "@/db/queries/activity";
import type { Database, PooledDatabase } from "@/db/connect";
import { signInRules } from "@/db/schema";
import { isRole, type Role } from "../auth/roles";
import { inTransaction } from "../in-transaction";
import { done, type Result } from "../result";

export interface SignInRules {
  /** Roles whose people need a second factor before they see anything. */
  readonly secondFactorFor: readonly Role[];
}

/** What an administrator asks of everybody's sign-in; nothing in a new business. */
export async function readSignInRules(db: Database): Promise<SignInRules> {
  const [row] = await db.select().from(signInRules);
  return { secondFactorFor: row?.secondFactorFor.filter(isRole) ?? [] };
}

/** Sets for which roles a second factor is needed. */
export function requireSecondFactor(
  db: PooledDatabase,
  asked: readonly Role[],
  by: By,
): Promise<Result<undefined>> {
  return inTransaction(db, async (tx) => {
    const before = await readSignInRules(tx);
    const secondFactorFor = [...asked];
    await tx
      .insert(signInRules)
      .values({ id: 1, secondFactorFor })
      .onConflictDoUpdate({ target: signInRules.id, set: { secondFactorFor } });
    await note(tx, by, {
      what: "second-factor-required",
      subject: "people",
      from: { value: before.secondFactorFor.join(", ") },
      to: { value: secondFactorFor.join(", ") },
    });
    return done(undefined);
  });
}
