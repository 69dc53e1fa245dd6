import "server-only";
import { existsSync } from "node:fs";
import { join } from "node:path";
import { Piscina } from "piscina";
import { localDate } from "@/core/calendar/local-date";
import type { Finding } from "@/core/checks/finding";
import type { PooledDatabase } from "@/db/connect";
import { readStamps } from "@/db/queries/setup";
import {
  findingsThread,
  type FindingsAnswer,
  type FindingsTask,
  type KnownEdit,
} from "../jobs/findings-thread";
import { logFailure } from "../log";
import { readCheckedState } from "./checked-state";
import type { DraftSetup } from "./draft-setup";

export interface Findings {
  readonly findings: readonly Finding[];
  /** They are of an earlier state: those of the present one are being made. */
  readonly pending: boolean;
}

/** Milliseconds a page waits for findings that are being made; then it shows the last ones. */
const PATIENCE_MS = 400;
/** Edits that are told to the thread, so that it need not read the setup anew. */
const MOST_EDITS = 100;
const MOST_CHANGES = 500;

type Run = (task: FindingsTask) => Promise<FindingsAnswer | undefined>;

interface Holder {
  wallodromFindings?: {
    run?: Run;
    last?: FindingsAnswer;
    running?: { readonly key: string; readonly answer: Promise<FindingsAnswer | undefined> };
    edits: KnownEdit[];
  };
}
const holder = globalThis as Holder;
const kept = () => (holder.wallodromFindings ??= { edits: [] });

/** Tells of an edit, so that its findings need not begin with reading. */
export function followEdit(edit: KnownEdit): void {
  const { edits } = kept();
  if (edit.changes.length > MOST_CHANGES) return;
  edits.push(edit);
  if (edits.length > MOST_EDITS) edits.shift();
}

/**
 * What checks find in a setup, by its stamp, the catalogue's and the day: made when somebody asks, in a thread, once
 * however many ask. Whoever rates never waits for them.
 */
export async function findingsOf(db: PooledDatabase, current: DraftSetup, now: Date): Promise<Findings> {
  const state = kept();
  const { catalogue } = await readStamps(db);
  const today = localDate(now.toISOString(), current.setup.business.timeZone);
  const { stamp } = current;
  if (state.last && isOf(state.last, stamp, catalogue, today))
    return { findings: state.last.findings, pending: false };
  const answer = ask(db, { stamp, catalogue, today, edits: state.edits });
  const come = state.last ? await Promise.race([answer, patience()]) : await answer;
  return come
    ? { findings: come.findings, pending: false }
    : { findings: state.last?.findings ?? [], pending: true };
}

/** What checks find in a setup as it is now, however long it takes. Throws where the checks fail: nothing passes unchecked. */
export async function findingsNow(
  db: PooledDatabase,
  current: DraftSetup,
  now: Date,
): Promise<readonly Finding[]> {
  const { catalogue } = await readStamps(db);
  const today = localDate(now.toISOString(), current.setup.business.timeZone);
  const { last, edits } = kept();
  const { stamp } = current;
  if (last && isOf(last, stamp, catalogue, today)) return last.findings;
  const answer = await ask(db, { stamp, catalogue, today, edits });
  if (!answer || answer.stamp < stamp) throw new Error("the checks gave no answer");
  return answer.findings;
}

/** Begins a check, or joins the one that is on its way to the same; another one is waited for first. */
async function ask(db: PooledDatabase, task: FindingsTask): Promise<FindingsAnswer | undefined> {
  const state = kept();
  const key = `${task.stamp} ${task.catalogue} ${task.today}`;
  if (state.running?.key === key) return state.running.answer;
  const before = state.running?.answer;
  const answer = (async () => {
    await before?.catch(() => undefined);
    try {
      const made = await runner(db)(task);
      if (made && (!state.last || made.stamp >= state.last.stamp)) state.last = made;
      return made;
    } catch (error) {
      logFailure("checks failed", error);
      return undefined;
    } finally {
      if (state.running?.key === key) delete state.running;
    }
  })();
  state.running = { key, answer };
  return answer;
}

function isOf(answer: FindingsAnswer, stamp: number, catalogue: number, today: string): boolean {
  return answer.stamp === stamp && answer.catalogue === catalogue && answer.today === today;
}

function patience(): Promise<undefined> {
  return new Promise((resolve) => setTimeout(() => resolve(undefined), PATIENCE_MS).unref());
}

/** The thread of a build; where there is no build (tests), the same function in this one. */
function runner(db: PooledDatabase): Run {
  const state = kept();
  const file = join(process.cwd(), "dist-worker", "findings.worker.mjs");
  state.run ??= existsSync(file) ? inThread(file) : findingsThread(() => readCheckedState(db));
  return state.run;
}

function inThread(file: string): Run {
  const pool = new Piscina({ filename: file, minThreads: 1, maxThreads: 1, concurrentTasksPerWorker: 1 });
  pool.on("error", (error: unknown) => logFailure("the thread of checks failed", error));
  return (task) => pool.run(task) as Promise<FindingsAnswer | undefined>;
}
