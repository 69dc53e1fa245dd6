import "server-only";
import { and, asc, desc, eq, gt, ne, sql } from "drizzle-orm";
import type { Database, PooledDatabase } from "@/db/connect";
import { note, type By } from "@/db/queries/activity";
import { session, twoFactor, user } from "@/db/schema";
import type { Role } from "../auth/roles";
import { inTransaction } from "../in-transaction";
import { done, failed, type Result } from "../result";

export interface ListedPerson {
  readonly id: string;
  readonly name: string;
  readonly email: string;
  readonly role: string;
  readonly active: boolean;
  readonly secondFactor: boolean;
  /** Sessions that have not run out. */
  readonly sessions: number;
  readonly lastSeen: string | null;
}

/** Everybody who has or had a way in, those who work here first. */
export async function listPeople(db: Database, now: Date): Promise<ListedPerson[]> {
  const seen = await db
    .select({
      userId: session.userId,
      open: sql<number>`count(*) filter (where ${session.expiresAt} > ${now.toISOString()})::int`,
      last: sql<string>`max(${session.updatedAt})`,
    })
    .from(session)
    .groupBy(session.userId);
  const byPerson = new Map(seen.map((row) => [row.userId, row]));
  const rows = await db.select().from(user).orderBy(desc(user.active), asc(user.name));
  return rows.map(({ id, name, email, role, active, twoFactorEnabled }) => {
    const own = byPerson.get(id);
    return {
      id,
      name,
      email,
      role,
      active,
      secondFactor: twoFactorEnabled,
      sessions: own?.open ?? 0,
      lastSeen: own ? new Date(own.last).toISOString() : null,
    };
  });
}

export async function isActivePerson(db: Database, id: string): Promise<boolean> {
  const [found] = await db.select({ active: user.active }).from(user).where(eq(user.id, id));
  return found?.active === true;
}

/** Gives somebody another role. Without an administrator nobody could let anyone in again: the last one stays one. */
export async function setRole(
  db: PooledDatabase,
  id: string,
  role: Role,
  by: By,
): Promise<Result<undefined>> {
  return changePerson(db, id, by, role !== "admin", async (tx, person) => {
    if (person.role === role) return undefined;
    await tx.update(user).set({ role, updatedAt: by.now }).where(eq(user.id, id));
    return { what: "role-changed", from: person.role, to: role };
  });
}

/** Lets somebody go, which ends their sessions, or lets them in again. */
export async function setActive(
  db: PooledDatabase,
  id: string,
  active: boolean,
  by: By,
): Promise<Result<undefined>> {
  return changePerson(db, id, by, !active, async (tx, person) => {
    if (person.active === active) return undefined;
    await tx.update(user).set({ active, updatedAt: by.now }).where(eq(user.id, id));
    if (!active) await tx.delete(session).where(eq(session.userId, id));
    return { what: active ? "person-let-in" : "person-let-go" };
  });
}

/** Takes off somebody's second factor: their telephone is lost. */
export async function dropSecondFactor(db: PooledDatabase, id: string, by: By): Promise<Result<undefined>> {
  return changePerson(db, id, by, false, async (tx) => {
    await tx.delete(twoFactor).where(eq(twoFactor.userId, id));
    await tx.update(user).set({ twoFactorEnabled: false, updatedAt: by.now }).where(eq(user.id, id));
    return { what: "second-factor-taken-off" };
  });
}

/** Ends every session somebody has. */
export async function endSessions(db: PooledDatabase, id: string, by: By): Promise<Result<undefined>> {
  return changePerson(db, id, by, false, async (tx) => {
    await tx.delete(session).where(eq(session.userId, id));
    return { what: "sessions-ended" };
  });
}

type Noted = { readonly what: string; readonly from?: string; readonly to?: string } | undefined;

/** Changes somebody in one transaction and notes it; refuses what would leave no administrator who can sign in. */
async function changePerson(
  db: PooledDatabase,
  id: string,
  by: By,
  takesAdmin: boolean,
  change: (tx: Database, person: { name: string; role: string; active: boolean }) => Promise<Noted>,
): Promise<Result<undefined>> {
  return inTransaction(db, async (tx) => {
    // two who demote each other at the same moment wait for one another
    const admins = await tx
      .select({ id: user.id })
      .from(user)
      .where(and(eq(user.role, "admin"), eq(user.active, true)))
      .orderBy(asc(user.id))
      .for("update");
    const [person] = await tx.select().from(user).where(eq(user.id, id)).for("update");
    if (!person) return failed("not-found");
    if (takesAdmin && admins.length === 1 && admins[0]?.id === id) return failed("last-admin");
    const noted = await change(tx, person);
    if (noted)
      await note(tx, by, {
        what: noted.what,
        subject: `people/${id}`,
        from: noted.from === undefined ? null : { value: noted.from },
        to: noted.to === undefined ? { value: person.name } : { value: noted.to },
      });
    return done(undefined);
  });
}

export interface OpenSession {
  readonly id: string;
  readonly from: string;
  readonly since: string;
  readonly lastSeen: string;
  readonly current: boolean;
}

/** Somebody's sessions that have not run out, the last used first. */
export async function sessionsOf(
  db: Database,
  userId: string,
  currentId: string,
  now: Date,
): Promise<OpenSession[]> {
  const rows = await db
    .select()
    .from(session)
    .where(and(eq(session.userId, userId), gt(session.expiresAt, now)))
    .orderBy(desc(session.updatedAt));
  return rows.map((row) => ({
    id: row.id,
    from: [row.userAgent, row.ipAddress].filter(Boolean).join(" · ") || "unknown",
    since: row.createdAt.toISOString(),
    lastSeen: row.updatedAt.toISOString(),
    current: row.id === currentId,
  }));
}

/** Ends one of one's own sessions, not the one at hand. */
export function endSession(
  db: PooledDatabase,
  id: string,
  currentId: string,
  by: By,
): Promise<Result<undefined>> {
  return inTransaction(db, async (tx) => {
    const own = and(eq(session.userId, by.who.id ?? ""), eq(session.id, id), ne(session.id, currentId));
    const ended = await tx.delete(session).where(own).returning({ id: session.id });
    if (ended.length === 0) return failed("not-found");
    await note(tx, by, { what: "session-ended", subject: `people/${by.who.id ?? ""}` });
    return done(undefined);
  });
}

export async function hasSecondFactor(db: Database, id: string): Promise<boolean> {
  const [found] = await db.select({ on: user.twoFactorEnabled }).from(user).where(eq(user.id, id));
  return found?.on === true;
}
