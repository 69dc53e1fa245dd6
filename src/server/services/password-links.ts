import "server-only";
import { and, eq, gt, isNull } from "drizzle-orm";
import type { Database, PooledDatabase } from "@/db/connect";
import { note, type By } from "@/db/queries/activity";
import { account, passwordLinks, session, user } from "@/db/schema";
import { digest, freshToken } from "../auth/token";
import { inTransaction } from "../in-transaction";
import { done, failed, type Result } from "../result";

const HOUR_MS = 3_600_000;

const isOpen = (now: Date) => and(isNull(passwordLinks.usedAt), gt(passwordLinks.expiresAt, now));

/** A link by which somebody sets a new password, once and within the hour; those made before end. */
export function issuePasswordLink(
  db: PooledDatabase,
  id: string,
  by: By,
): Promise<Result<{ token: string }>> {
  return inTransaction(db, async (tx) => {
    const [person] = await tx
      .select({ name: user.name, active: user.active })
      .from(user)
      .where(eq(user.id, id));
    if (!person?.active) return failed("not-found");
    const token = freshToken();
    await tx.delete(passwordLinks).where(eq(passwordLinks.userId, id));
    await tx.insert(passwordLinks).values({
      hash: digest(token),
      userId: id,
      createdAt: by.now,
      expiresAt: new Date(by.now.getTime() + HOUR_MS),
    });
    await note(tx, by, { what: "password-link-made", subject: `people/${id}`, to: { value: person.name } });
    return done({ token });
  });
}

/** Whose password a link is for; nobody's when it was used or has run out. */
export async function findPasswordLink(
  db: Database,
  token: string,
  now: Date,
): Promise<{ readonly id: string; readonly name: string; readonly email: string } | undefined> {
  const [row] = await db
    .select({ id: user.id, name: user.name, email: user.email })
    .from(passwordLinks)
    .innerJoin(user, eq(user.id, passwordLinks.userId))
    .where(and(eq(passwordLinks.hash, digest(token)), isOpen(now), eq(user.active, true)));
  return row;
}

/** Sets the password a link is for, once, and ends every session of its owner. */
export function resetPassword(
  db: PooledDatabase,
  token: string,
  passwordHash: string,
  now: Date,
): Promise<Result<{ email: string }>> {
  return inTransaction(db, async (tx) => {
    const owner = await findPasswordLink(tx, token, now);
    const used = await tx
      .update(passwordLinks)
      .set({ usedAt: now })
      .where(and(eq(passwordLinks.hash, digest(token)), isOpen(now)))
      .returning({ hash: passwordLinks.hash });
    if (!owner || used.length === 0) return failed("link-gone");
    await tx
      .update(account)
      .set({ password: passwordHash, updatedAt: now })
      .where(and(eq(account.userId, owner.id), eq(account.providerId, "credential")));
    await tx.delete(session).where(eq(session.userId, owner.id));
    await note(tx, { who: owner, now }, { what: "password-reset", subject: `people/${owner.id}` });
    return done({ email: owner.email });
  });
}
