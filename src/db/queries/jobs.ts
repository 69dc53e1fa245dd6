import { and, asc, count, desc, eq, gt, inArray, lt, or, sql } from "drizzle-orm";
import type { Database } from "../connect";
import { jobs } from "../schema";

export type JobRow = typeof jobs.$inferSelect;

export const openStates = ["waiting", "running"] as const;

export async function insertJob(tx: Database, row: typeof jobs.$inferInsert): Promise<void> {
  await tx.insert(jobs).values(row);
}

export async function readJob(db: Database, id: string): Promise<JobRow | undefined> {
  const [row] = await db.select().from(jobs).where(eq(jobs.id, id));
  return row;
}

/** Those that are open, and those that ended after an instant; the newest first. */
export async function listJobs(db: Database, endedAfter: string): Promise<JobRow[]> {
  return db
    .select()
    .from(jobs)
    .where(or(inArray(jobs.state, [...openStates]), gt(jobs.endedAt, endedAfter)))
    .orderBy(desc(jobs.createdAt))
    .limit(50);
}

/** The last of a kind that was done. */
export async function lastDone(db: Database, kind: string): Promise<JobRow | undefined> {
  const [row] = await db
    .select()
    .from(jobs)
    .where(and(eq(jobs.kind, kind), eq(jobs.state, "done")))
    .orderBy(desc(jobs.endedAt))
    .limit(1);
  return row;
}

/** A replay that was done, by the stamp of the draft it was made of. */
export interface DoneReplay {
  readonly id: string;
  readonly stamp: number;
  readonly orders: number;
  readonly changed: number;
}

/** Of the replays that were made of a draft as it then was, the last of each of these stamps. */
export async function replaysByStamp(db: Database, stamps: readonly number[]): Promise<DoneReplay[]> {
  if (stamps.length === 0) return [];
  const figure = (name: string) => sql<number>`(${jobs.result}->>${sql.raw(`'${name}'`)})::int`;
  const stamp = figure("stamp");
  return db
    .selectDistinctOn([stamp], { id: jobs.id, stamp, orders: figure("orders"), changed: figure("changed") })
    .from(jobs)
    .where(and(eq(jobs.kind, "replay"), eq(jobs.state, "done"), inArray(stamp, [...stamps])))
    .orderBy(stamp, desc(jobs.endedAt));
}

/** How much work there is, by kind and state. */
export async function countJobs(db: Database): Promise<{ kind: string; state: string; count: number }[]> {
  return db
    .select({ kind: jobs.kind, state: jobs.state, count: count() })
    .from(jobs)
    .groupBy(jobs.kind, jobs.state)
    .orderBy(asc(jobs.kind), asc(jobs.state));
}

export async function openOfKind(db: Database, kind: string): Promise<JobRow[]> {
  return db
    .select()
    .from(jobs)
    .where(and(eq(jobs.kind, kind), inArray(jobs.state, [...openStates])));
}

/** Those of a kind that failed after an instant, the last first. */
export async function failedOfKind(db: Database, kind: string, after: string): Promise<JobRow[]> {
  return db
    .select()
    .from(jobs)
    .where(and(eq(jobs.kind, kind), eq(jobs.state, "failed"), gt(jobs.endedAt, after)))
    .orderBy(desc(jobs.endedAt));
}

/** Takes a job that waits; `undefined` when somebody else has it, or it was cancelled. */
export async function claimJob(db: Database, id: string): Promise<JobRow | undefined> {
  const [row] = await db
    .update(jobs)
    .set({
      state: "running",
      tries: sql`${jobs.tries} + 1`,
      startedAt: sql`coalesce(${jobs.startedAt}, clock_timestamp())`,
      beatAt: sql`clock_timestamp()`,
      done: 0,
      result: null,
    })
    .where(and(eq(jobs.id, id), eq(jobs.state, "waiting")))
    .returning();
  return row;
}

/** Whose job it is: the try of it that somebody was given. */
export interface Claim {
  readonly id: string;
  readonly tries: number;
}

const isOurs = ({ id, tries }: Claim) =>
  and(eq(jobs.id, id), eq(jobs.state, "running"), eq(jobs.tries, tries));

/** Says that a job is still being done; whether it is to go on: not when it was cancelled, or taken up by another. */
export async function beat(
  db: Database,
  claim: Claim,
  progress: { readonly done: number; readonly total: number | null; readonly result?: unknown },
): Promise<"go-on" | "cancelled" | "lost"> {
  const [row] = await db
    .update(jobs)
    .set({ ...progress, beatAt: sql`clock_timestamp()` })
    .where(isOurs(claim))
    .returning({ isCancelAsked: jobs.isCancelAsked });
  if (!row) return "lost";
  return row.isCancelAsked ? "cancelled" : "go-on";
}

/** Ends a job that is still whose it was; false when it is not. */
export async function endJob(
  db: Database,
  claim: Claim,
  end: {
    readonly state: "done" | "failed" | "cancelled";
    readonly result?: unknown;
    readonly failure?: unknown;
  },
): Promise<boolean> {
  const rows = await db
    .update(jobs)
    .set({ result: null, ...end, endedAt: sql`clock_timestamp()` })
    .where(isOurs(claim))
    .returning({ id: jobs.id });
  return rows.length === 1;
}

/** Asks for a job to be stopped; one that nobody has begun is stopped by it. */
export async function askCancel(db: Database, id: string): Promise<JobRow | undefined> {
  const [row] = await db
    .update(jobs)
    .set({
      isCancelAsked: true,
      state: sql`case when ${jobs.state} = 'waiting' then 'cancelled' else ${jobs.state} end`,
      endedAt: sql`case when ${jobs.state} = 'waiting' then clock_timestamp() else ${jobs.endedAt} end`,
    })
    .where(and(eq(jobs.id, id), inArray(jobs.state, [...openStates])))
    .returning();
  return row;
}

/** Puts jobs whose doer is not heard of any more back among those that wait; after so many tries they have failed. */
export async function reviveJobs(
  db: Database,
  silentSeconds: number,
  mostTries: number,
): Promise<readonly JobRow[]> {
  return db
    .update(jobs)
    .set({
      state: sql`case when ${jobs.tries} >= ${mostTries} then 'failed' else 'waiting' end`,
      failure: sql`case when ${jobs.tries} >= ${mostTries} then '{"code":"given-up"}'::jsonb else ${jobs.failure} end`,
      endedAt: sql`case when ${jobs.tries} >= ${mostTries} then clock_timestamp() else null end`,
    })
    .where(
      and(
        eq(jobs.state, "running"),
        lt(jobs.beatAt, sql`clock_timestamp() - ${silentSeconds} * interval '1 second'`),
      ),
    )
    .returning();
}

/** Jobs that ended before an instant are of no use to anybody. */
export async function dropJobs(db: Database, endedBefore: string): Promise<void> {
  await db.delete(jobs).where(lt(jobs.endedAt, endedBefore));
}
