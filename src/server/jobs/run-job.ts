import type { PooledDatabase } from "@/db/connect";
import { beat, claimJob, endJob, type Claim, type JobRow } from "@/db/queries/jobs";
import { isDatabaseAway } from "../database-away";
import { logFailure } from "../log";
import { JobFailure, type JobRun } from "./job-kinds";
import { kindOf } from "./kinds";

/** How often whoever does a job says that it is alive, and hears whether it is to go on. */
export const BEAT_MS = 500;

/**
 * Does a job that waits, to its end: done with its result, failed with a reason, or cancelled. Nothing where another has it.
 * `stop` ends it as if this process died: another takes it up, as when the database goes away, which is thrown.
 */
export async function runJob(db: PooledDatabase, id: string, stop?: AbortSignal): Promise<void> {
  const row = await claimJob(db, id);
  if (!row) return;
  const claim: Claim = { id, tries: row.tries };
  const abort = new AbortController();
  const state = {
    done: 0,
    total: null as number | null,
    soFar: undefined as (() => unknown) | undefined,
    verdict: "go-on" as Awaited<ReturnType<typeof beat>>,
  };
  const tell = () => {
    const { done, total, soFar } = state;
    void beat(db, claim, { done, total, ...(soFar ? { result: soFar() } : {}) })
      .then((verdict) => {
        state.verdict = verdict;
        if (verdict !== "go-on") abort.abort();
      })
      // the database is away for a moment: whether to go on is heard at the next beat
      .catch((error: unknown) => logFailure("a job could not tell that it is alive", error));
  };
  const heart = setInterval(tell, BEAT_MS);
  const onStop = () => abort.abort();
  stop?.addEventListener("abort", onStop);
  try {
    const end = await ending(db, row, abort.signal, (done, total, soFar) => {
      state.done = done;
      const isFirst = soFar !== undefined && state.soFar === undefined;
      state.soFar = soFar ?? state.soFar;
      if (isFirst) tell();
      state.total = total ?? state.total;
    });
    clearInterval(heart);
    if (stop?.aborted || state.verdict === "lost") return;
    const isCancelled = state.verdict === "cancelled";
    await beat(db, claim, { done: state.done, total: state.total });
    await endJob(db, claim, isCancelled ? { state: "cancelled" } : end);
  } finally {
    clearInterval(heart);
    stop?.removeEventListener("abort", onStop);
  }
}

type Ending = Parameters<typeof endJob>[2];

async function ending(
  db: PooledDatabase,
  { kind: name, data, who, whoId }: JobRow,
  signal: AbortSignal,
  progress: JobRun<unknown>["progress"],
): Promise<Ending> {
  const kind = kindOf(name);
  const read = kind?.data.safeParse(data);
  if (!kind || !read?.success) return { state: "failed", failure: { code: "unknown-work" } };
  try {
    const by = { who: { id: whoId, name: who }, now: new Date() };
    const result = await kind.run({ data: read.data, db, by, signal, progress });
    return { state: "done", result };
  } catch (error) {
    if (error instanceof JobFailure) return { state: "failed", failure: { code: error.code } };
    // nothing can be written down now; whoever finds it silent when the database is back goes on with it
    if (isDatabaseAway(error)) throw error;
    logFailure("a job failed", error, { kind: name });
    return { state: "failed", failure: { code: "fault" } };
  }
}
