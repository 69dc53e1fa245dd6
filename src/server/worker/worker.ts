import { setTimeout as wait } from "node:timers/promises";
import type PgBoss from "pg-boss";
import type { PooledDatabase } from "@/db/connect";
import { openQueue, queues } from "@/db/queue";
import { dropExchanges } from "@/db/queries/carriers";
import { dropJobs, reviveJobs } from "@/db/queries/jobs";
import { dropEvents } from "@/db/queries/webhooks";
import { kindOf } from "../jobs/kinds";
import { runJob } from "../jobs/run-job";
import { logFailure } from "../log";
import { sendAgain } from "../services/jobs";
import { rateStale } from "../orders/rate-stale";
import { makeResults } from "../recovery/make-results";
import { Deliveries, type Sending } from "../webhooks/deliver";
import { followLive } from "./follow-live";

/** Seconds after which a job whose doer says nothing is taken up by another; tries after which it has failed. */
const SILENT_S = 10;
const MOST_TRIES = 3;
const LOOK_MS = 1000;
/** How long nobody looks for orders that have come in after there were none. */
const RATE_MS = 500;
/** How long nobody looks for orders and bills that have changed after there were none. */
const RESULTS_MS = 2000;
const FORGET_MS = 3_600_000;
const KEEP_MS = 30 * 86_400_000;
const EXCHANGES_MS = 14 * 86_400_000;
/** A service's fallback may ask for an answer of a year ago. */
const ANSWERS_MS = 366 * 86_400_000;
/** How often somebody looks for messages to send, and how long the last ones may take when the worker ends. */
const TELL_MS = 500;
const LAST_MESSAGES_MS = 3000;

export interface Worker {
  /** Ends it: what is under way is left for another to take up. */
  readonly stop: () => Promise<void>;
}

/** Does what waits in the queues, one job of each at a time, and follows what becomes live by itself. */
export async function startWorker(db: PooledDatabase, sending: Sending): Promise<Worker> {
  const boss: PgBoss = openQueue(db, (error) => logFailure("the queue of jobs failed", error), true);
  await boss.start();
  const ending = new AbortController();
  for (const queue of queues)
    await boss.work<{ id: string }>(queue, { batchSize: 1, pollingIntervalSeconds: 0.5 }, async ([job]) => {
      if (job) await runJob(db, job.data.id, ending.signal);
    });
  const look = setInterval(() => void lookAround(db), LOOK_MS);
  const rate = repeatedly(() => rateStale(db, new Date(), ending.signal), RATE_MS, ending.signal);
  const results = repeatedly(() => makeResults(db), RESULTS_MS, ending.signal);
  const deliveries = new Deliveries(db, sending);
  const tell = setInterval(
    () => void deliveries.look().catch((error: unknown) => logFailure("looking for messages failed", error)),
    TELL_MS,
  );
  const forget = setInterval(() => void forgetOld(db), FORGET_MS);
  await lookAround(db);
  await forgetOld(db);
  return {
    stop: async () => {
      clearInterval(look);
      clearInterval(forget);
      clearInterval(tell);
      ending.abort();
      await Promise.all([rate, results]);
      await Promise.race([deliveries.settled(), wait(LAST_MESSAGES_MS, undefined, { ref: false })]);
      await boss.stop({ graceful: true, timeout: 5000 });
    },
  };
}

/** Does something again and again until it is told to end: at once while there is more of it, else after a pause. */
async function repeatedly(work: () => Promise<number>, pauseMs: number, signal: AbortSignal): Promise<void> {
  while (!signal.aborted) {
    const some = await work().catch((error: unknown) => {
      logFailure("work that is always done failed", error);
      return 0;
    });
    if (some === 0) await wait(pauseMs, undefined, { signal }).catch(() => undefined);
  }
}

let isLooking = false;

async function lookAround(db: PooledDatabase): Promise<void> {
  if (isLooking) return;
  isLooking = true;
  try {
    await revive(db);
    await followLive(db, new Date());
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

/** Work that ended, messages that were told, and calls to carriers long ago are of no use to anybody. */
async function forgetOld(db: PooledDatabase): Promise<void> {
  const ago = (ms: number) => new Date(Date.now() - ms).toISOString();
  await Promise.all([
    dropJobs(db, ago(KEEP_MS)),
    dropEvents(db, ago(KEEP_MS)),
    dropExchanges(db, ago(EXCHANGES_MS), ago(ANSWERS_MS)),
  ]).catch((error: unknown) => logFailure("what is old was not forgotten", error));
}
