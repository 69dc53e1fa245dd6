import "server-only";
import { inArray, sql } from "drizzle-orm";
import type { Database } from "@/db/connect";
import { replaysByStamp, type DoneReplay } from "@/db/queries/jobs";
import {
  inForceBefore,
  listRevisions,
  readLiveNumber,
  readRevision,
  scheduledRevisions,
  type RevisionRow,
} from "@/db/queries/revisions";
import { charges } from "@/db/schema";

export type RevisionState = "live" | "scheduled" | "past" | "withdrawn";

export interface ListedRevision extends RevisionRow {
  readonly state: RevisionState;
  /** Charges that were applied by it. */
  readonly charges: number;
  /** The last replay that was made of just what it holds. */
  readonly replay: DoneReplay | undefined;
}

/** Revisions, the newest first, with what became of them. */
export async function listedRevisions(
  db: Database,
  page: { readonly before?: number | undefined; readonly limit: number },
): Promise<ListedRevision[]> {
  return withStates(db, await listRevisions(db, page));
}

export async function listedRevision(db: Database, number: number): Promise<ListedRevision | undefined> {
  const row = await readRevision(db, number);
  return row && (await withStates(db, [row]))[0];
}

async function withStates(db: Database, rows: readonly RevisionRow[]): Promise<ListedRevision[]> {
  const live = await readLiveNumber(db);
  const waiting = new Set((await scheduledRevisions(db)).map(({ number }) => number));
  const counts = await chargesOf(
    db,
    rows.map(({ number }) => number),
  );
  const replays = await replaysByStamp(
    db,
    rows.filter(({ kind }) => kind === "published").map(({ stamp }) => stamp),
  );
  const replayed = new Map(replays.map((one) => [one.stamp, one]));
  return rows.map((row) => ({
    ...row,
    state: stateOf(row, live, waiting),
    charges: counts.get(row.number) ?? 0,
    replay: row.kind === "published" ? replayed.get(row.stamp) : undefined,
  }));
}

function stateOf(
  { number, withdrawnAt }: RevisionRow,
  live: number | undefined,
  waiting: ReadonlySet<number>,
): RevisionState {
  if (withdrawnAt !== null) return "withdrawn";
  if (number === live) return "live";
  return waiting.has(number) ? "scheduled" : "past";
}

async function chargesOf(db: Database, numbers: readonly number[]): Promise<ReadonlyMap<number, number>> {
  if (numbers.length === 0) return new Map();
  const rows = await db
    .select({ number: charges.revision, n: sql<number>`count(*)::int` })
    .from(charges)
    .where(inArray(charges.revision, [...numbers]))
    .groupBy(charges.revision);
  return new Map(rows.map(({ number, n }) => [number, n]));
}

/** The number of what was in force before a revision took effect. */
export async function formerRevision(db: Database, number: number): Promise<number | undefined> {
  return (await inForceBefore(db, number))?.number;
}

/** The number of the last revision that was made; 0 before there is one. */
export { lastRevisionNumber as lastNumber } from "@/db/queries/revisions";
