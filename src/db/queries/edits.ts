import { and, asc, eq, gt, lt, lte } from "drizzle-orm";
import type { Change } from "@/core/setup/inverse";
import type { Database } from "../connect";
import { edits } from "../schema";
import type { By } from "./activity";

export interface StoredEdit {
  readonly id: string;
  /** The state of the setup it made. */
  readonly stamp: number;
  /** As they came to be. */
  readonly changes: readonly Change[];
}

/** The edit of this id, where it was stored before. */
export async function findEdit(db: Database, id: string): Promise<StoredEdit | undefined> {
  const [row] = await db.select().from(edits).where(eq(edits.id, id));
  return row && { id: row.id, stamp: row.stamp, changes: row.changes as Change[] };
}

/** What was changed after one state up to another; nothing when that is not known any more, or was no edit. */
export async function changesBetween(
  db: Database,
  after: number,
  upTo: number,
): Promise<readonly Change[] | undefined> {
  if (after > upTo) return undefined;
  const rows = await db
    .select({ stamp: edits.stamp, changes: edits.changes })
    .from(edits)
    .where(and(gt(edits.stamp, after), lte(edits.stamp, upTo)))
    .orderBy(asc(edits.stamp));
  return rows.length === upTo - after ? rows.flatMap((row) => row.changes as Change[]) : undefined;
}

const KEPT_MS = 2 * 86_400_000;

/** Keeps an edit for two days, for whoever asks again or edits on an older screen; those of before go. */
export async function keepEdit(tx: Database, edit: StoredEdit, { who, now }: By): Promise<void> {
  await tx.delete(edits).where(lt(edits.at, new Date(now.getTime() - KEPT_MS)));
  await tx.insert(edits).values({ ...edit, whoId: who.id, at: now });
}
