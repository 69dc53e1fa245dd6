import { failedOfKind, openOfKind, type JobRow } from "@/db/queries/jobs";
import { note, type By } from "@/db/queries/activity";
import type { Database, PooledDatabase } from "@/db/connect";
import { lockGate, readGate, readLiveNumber, readRevision } from "@/db/queries/revisions";
import { suspendedAt } from "@/db/queries/suspensions";
import { inTransaction } from "../in-transaction";
import { done } from "../result";
import { startJobIn } from "../services/jobs";

/** A revision that took effect longer ago than this before anybody noticed: nothing was running. */
const LATE_MS = 60_000;
/** After a fault the next try waits this long, twice as long after each further one, and never longer than the second. */
const PAUSE_MS = 2_000;
const LONGEST_PAUSE_MS = 300_000;

/** What open orders are held against: a revision, and the numbers of what is suspended. */
interface Held {
  readonly revision: number;
  readonly suspended: string;
}

/**
 * Has open orders held against a revision that has become live, whoever published it and however long ago, and against
 * what is suspended by now. Several workers do it once.
 */
export async function followLive(db: PooledDatabase, now: Date): Promise<void> {
  const [gate, held] = [await readGate(db), await heldAt(db, now)];
  if (!gate || !held || (gate.ratedRevision === held.revision && gate.ratedSuspended === held.suspended))
    return;
  await inTransaction(db, async (tx) => {
    await followIn(tx, db, now);
    return done(undefined);
  });
}

/** Looks again where nobody else does meanwhile. */
async function followIn(tx: Database, db: PooledDatabase, now: Date): Promise<void> {
  const [gate, held] = [await lockGate(tx), await heldAt(tx, now)];
  if (!gate || !held || (gate.ratedRevision === held.revision && gate.ratedSuspended === held.suspended))
    return;
  const isOf = ({ data }: JobRow) => isSame(data as Partial<Held>, held);
  if ((await openOfKind(tx, "rerate")).some(isOf)) return;
  const faults = (
    await failedOfKind(tx, "rerate", new Date(now.getTime() - 86_400_000).toISOString())
  ).filter(isOf);
  if (now.getTime() < nextTry(faults)) return;
  const by = { who: { id: null, name: "Wallodrom" }, now };
  await startJobIn(tx, db, { kind: "rerate", queue: "quick", data: held }, by);
  if (gate.ratedRevision !== held.revision && faults.length === 0) await tellOfLive(tx, held.revision, by);
}

async function heldAt(db: Database, now: Date): Promise<Held | undefined> {
  const revision = await readLiveNumber(db);
  return revision === undefined ? undefined : { revision, suspended: await suspendedAt(db, now) };
}

function isSame(one: Partial<Held>, other: Held): boolean {
  return one.revision === other.revision && (one.suspended ?? "") === other.suspended;
}

/** When it may be tried again after faults, the last first; in milliseconds since 1970. */
export function nextTry(faults: readonly Pick<JobRow, "endedAt">[]): number {
  const last = faults[0]?.endedAt;
  if (!last) return 0;
  const pause = Math.min(PAUSE_MS * 2 ** (faults.length - 1), LONGEST_PAUSE_MS);
  return new Date(last).getTime() + pause;
}

/** Notes that a revision took effect by itself. */
async function tellOfLive(tx: Database, live: number, by: By): Promise<void> {
  const row = await readRevision(tx, live);
  if (!row || row.takesEffectAt <= row.publishedAt) return;
  const late = by.now.getTime() - new Date(row.takesEffectAt).getTime();
  const value = late > LATE_MS ? "noticed late: nothing was running" : "as published";
  await note(tx, by, { what: "revision-took-effect", subject: `revisions/${live}`, to: { value } });
}
