import type PgBoss from "pg-boss";
import type { PooledDatabase } from "@/db/connect";
import { openQueue, queues } from "@/db/queue";
import { dropJobs, openOfKind, reviveJobs } from "@/db/queries/jobs";
import { note, type By } from "@/db/queries/activity";
import { readGate, readLiveNumber, readRevision } from "@/db/queries/revisions";
import { suspendedAt } from "@/db/queries/suspensions";
import { kindOf } from "../jobs/kinds";
import { runJob } from "../jobs/run-job";
import { logFailure } from "../log";
import { sendAgain, startJob } from "../services/jobs";

/** Seconds after which a job whose doer says nothing is taken up by another; tries after which it has failed. */
const SILENT_S = 10;
const MOST_TRIES = 3;
const LOOK_MS = 1000;
const KEEP_DAYS = 30;
/** A revision that took effect longer ago than this before anybody noticed: nothing was running. */
const LATE_MS = 60_000;

export interface Worker {
  /** Ends it: what is under way is left for another to take up. */
  readonly stop: () => Promise<void>;
}

/** Does what waits in the queues, one job of each at a time, and follows what becomes live by itself. */
export async function startWorker(db: PooledDatabase): Promise<Worker> {
  const boss: PgBoss = openQueue(db, (error) => logFailure("the queue of jobs failed", error), true);
  await boss.start();
  const ending = new AbortController();
  for (const queue of queues)
    await boss.work<{ id: string }>(queue, { batchSize: 1, pollingIntervalSeconds: 0.5 }, async ([job]) => {
      if (job) await runJob(db, job.data.id, ending.signal);
    });
  const look = setInterval(() => void lookAround(db), LOOK_MS);
  await lookAround(db);
  return {
    stop: async () => {
      clearInterval(look);
      ending.abort();
      await boss.stop({ graceful: true, timeout: 5000 });
    },
  };
}

let isLooking = false;

async function lookAround(db: PooledDatabase): Promise<void> {
  if (isLooking) return;
  isLooking = true;
  try {
    await revive(db);
    await followLive(db);
  } catch (error) {
    logFailure("looking for work failed", error);
  } finally {
    isLooking = false;
  }
}

async function revive(db: PooledDatabase): Promise<void> {
  for (const { id, kind, state } of await reviveJobs(db, SILENT_S, MOST_TRIES)) {
    const queue = kindOf(kind)?.queue;
    if (state === "waiting" && queue) await sendAgain(db, queue, id);
  }
}

interface Held {
  readonly revision?: number;
  readonly suspended?: string;
}

/**
 * Has open orders held against a revision that has become live, whoever published it and however long ago, and against
 * what is suspended by now.
 */
async function followLive(db: PooledDatabase): Promise<void> {
  const now = new Date();
  const [gate, live, suspended] = [await readGate(db), await readLiveNumber(db), await suspendedAt(db, now)];
  if (!gate || live === undefined) return;
  if (gate.ratedRevision === live && gate.ratedSuspended === suspended) return;
  const open = (await openOfKind(db, "rerate")).map(({ data }) => data as Held);
  if (open.some((held) => held.revision === live && (held.suspended ?? "") === suspended)) return;
  const by = { who: { id: null, name: "Wallodrom" }, now };
  await startJob(db, { kind: "rerate", queue: "quick", data: { revision: live, suspended } }, by);
  if (gate.ratedRevision !== live) await tellOfLive(db, live, by);
}

/** Notes that a revision took effect by itself, and forgets work that ended long ago. */
async function tellOfLive(db: PooledDatabase, live: number, by: By): Promise<void> {
  const { now } = by;
  const row = await readRevision(db, live);
  if (row && row.takesEffectAt > row.publishedAt) {
    const late = now.getTime() - new Date(row.takesEffectAt).getTime();
    const value = late > LATE_MS ? "noticed late: nothing was running" : "as published";
    await note(db, by, { what: "revision-took-effect", subject: `revisions/${live}`, to: { value } });
  }
  await dropJobs(db, new Date(now.getTime() - KEEP_DAYS * 86_400_000).toISOString());
}
