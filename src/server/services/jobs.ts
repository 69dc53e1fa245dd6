import "server-only";
import { randomUUID } from "node:crypto";
import type PgBoss from "pg-boss";
import { note, type By } from "@/db/queries/activity";
import type { Database, PooledDatabase } from "@/db/connect";
import { enqueue, openQueue, type QueueName } from "@/db/queue";
import { askCancel, insertJob, listJobs, readJob, type JobRow } from "@/db/queries/jobs";
import { inTransaction } from "../in-transaction";
import { logFailure } from "../log";
import { done, failed, type Result } from "../result";

export type { JobRow };

/** What is to be done, by whom asked for. */
export interface JobOrder {
  readonly kind: string;
  readonly queue: QueueName;
  readonly data: object;
}

const senders = new WeakMap<PooledDatabase, PgBoss>();

function sender(db: PooledDatabase): PgBoss {
  let boss = senders.get(db);
  if (!boss) {
    boss = openQueue(db, (error) => logFailure("the queue of jobs failed", error), false);
    senders.set(db, boss);
  }
  return boss;
}

/** Has work done by a worker; it is listed from now on. */
export async function startJob(db: PooledDatabase, order: JobOrder, by: By): Promise<string> {
  let id = "";
  await inTransaction(db, async (tx) => {
    id = await startJobIn(tx, db, order, by);
    return done(undefined);
  });
  return id;
}

/** The same as part of a transaction: the work is there when the transaction is. */
export async function startJobIn(
  tx: Database,
  db: PooledDatabase,
  { kind, queue, data }: JobOrder,
  { who, now }: By,
): Promise<string> {
  const id = randomUUID();
  await insertJob(tx, {
    id,
    kind,
    data,
    whoId: who.id,
    who: who.name,
    state: "waiting",
    createdAt: now.toISOString(),
  });
  await enqueue(sender(db), tx, queue, id);
  return id;
}

/** Puts a job that was given up by its worker into the queue again. */
export async function sendAgain(db: PooledDatabase, queue: QueueName, id: string): Promise<void> {
  await inTransaction(db, async (tx) => {
    await enqueue(sender(db), tx, queue, id);
    return done(undefined);
  });
}

const DAY_MS = 86_400_000;

/** Work that goes on, and what ended within a day. */
export function workGoingOn(db: Database, now: Date): Promise<JobRow[]> {
  return listJobs(db, new Date(now.getTime() - DAY_MS).toISOString());
}

export function jobOf(db: Database, id: string): Promise<JobRow | undefined> {
  return readJob(db, id);
}

/** Stops a job; fails with `not-found` for one that has ended. */
export function cancelJob(db: PooledDatabase, id: string, by: By): Promise<Result<undefined>> {
  return inTransaction(db, async (tx) => {
    const row = await askCancel(tx, id);
    if (!row) return failed("not-found");
    await note(tx, by, { what: "job-cancelled", subject: `jobs/${id}`, to: { value: row.kind } });
    return done(undefined);
  });
}
