import "server-only";
import { randomUUID } from "node:crypto";
import { and, asc, eq, gt, isNull, sql } from "drizzle-orm";
import type { Database, PooledDatabase } from "@/db/connect";
import { note, type By } from "@/db/queries/activity";
import { account, invitations, user } from "@/db/schema";
import type { Role } from "../auth/roles";
import { digest, freshToken } from "../auth/token";
import { inTransaction } from "../in-transaction";
import { done, failed, type Result } from "../result";

const DAYS = 7;

export interface OpenInvitation {
  readonly id: string;
  readonly name: string;
  readonly email: string;
  readonly role: string;
  readonly expiresAt: string;
}

const isOpen = (now: Date) =>
  and(isNull(invitations.acceptedAt), isNull(invitations.revokedAt), gt(invitations.expiresAt, now));

export async function openInvitations(db: Database, now: Date): Promise<OpenInvitation[]> {
  const rows = await db.select().from(invitations).where(isOpen(now)).orderBy(asc(invitations.createdAt));
  return rows.map(({ id, name, email, role, expiresAt }) => ({
    id,
    name,
    email,
    role,
    expiresAt: expiresAt.toISOString(),
  }));
}

/** Asks somebody in. The link's token is only in the answer; who is here already is not asked again. */
export async function invite(
  db: PooledDatabase,
  { name, email, role }: { readonly name: string; readonly email: string; readonly role: Role },
  by: By,
): Promise<Result<{ token: string }>> {
  const token = freshToken();
  return inTransaction(db, async (tx) => {
    const [known] = await tx.select({ id: user.id }).from(user).where(eq(user.email, email));
    if (known) return failed("known-person");
    await tx
      .update(invitations)
      .set({ revokedAt: by.now })
      .where(and(eq(invitations.email, email), isOpen(by.now)));
    await tx.insert(invitations).values({
      id: randomUUID(),
      name,
      email,
      role,
      hash: digest(token),
      invitedBy: by.who.name,
      createdAt: by.now,
      expiresAt: new Date(by.now.getTime() + DAYS * 86_400_000),
    });
    await note(tx, by, {
      what: "person-invited",
      subject: `people/${email}`,
      to: { value: `${name}, ${role}` },
    });
    return done({ token });
  });
}

export async function revokeInvitation(db: PooledDatabase, id: string, by: By): Promise<Result<undefined>> {
  return inTransaction(db, async (tx) => {
    const [gone] = await tx
      .update(invitations)
      .set({ revokedAt: by.now })
      .where(and(eq(invitations.id, id), isOpen(by.now)))
      .returning({ email: invitations.email });
    if (!gone) return failed("not-found");
    await note(tx, by, { what: "invitation-revoked", subject: `people/${gone.email}` });
    return done(undefined);
  });
}

/** Whom a link asks in; nobody when it was used, taken back or has run out. */
export async function findInvitation(
  db: Database,
  token: string,
  now: Date,
): Promise<OpenInvitation | undefined> {
  const [row] = await db
    .select()
    .from(invitations)
    .where(and(eq(invitations.hash, digest(token)), isOpen(now)));
  return row && { ...row, expiresAt: row.expiresAt.toISOString() };
}

/** Takes an invitation up with a password's hash: once, however often the link is sent. */
export async function acceptInvitation(
  db: PooledDatabase,
  token: string,
  passwordHash: string,
  now: Date,
): Promise<Result<{ email: string }>> {
  return inTransaction(db, async (tx) => {
    const [taken] = await tx
      .update(invitations)
      .set({ acceptedAt: now })
      .where(and(eq(invitations.hash, digest(token)), isOpen(now)))
      .returning();
    if (!taken) return failed("link-gone");
    const id = randomUUID();
    const [made] = await tx
      .insert(user)
      .values({
        id,
        name: taken.name,
        email: taken.email,
        emailVerified: true,
        role: taken.role,
        createdAt: now,
        updatedAt: now,
      })
      .onConflictDoNothing()
      .returning({ id: user.id });
    if (!made) return failed("known-person");
    await tx.insert(account).values({
      id: randomUUID(),
      accountId: id,
      providerId: "credential",
      userId: id,
      password: passwordHash,
      createdAt: sql`${now.toISOString()}`,
      updatedAt: sql`${now.toISOString()}`,
    });
    await note(
      tx,
      { who: { id, name: taken.name }, now },
      {
        what: "invitation-accepted",
        subject: `people/${id}`,
        to: { value: taken.role },
      },
    );
    return done({ email: taken.email });
  });
}
