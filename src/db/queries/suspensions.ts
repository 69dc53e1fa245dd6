import { and, asc, eq, gt, isNull, lte, or, sql } from "drizzle-orm";
import type { Database } from "../connect";
import { setupState, suspensions } from "../schema";

export type SuspensionRow = typeof suspensions.$inferSelect;

/** Those that have not ended, those that begin first before the others. */
export async function readSuspensions(db: Database): Promise<SuspensionRow[]> {
  return db
    .select()
    .from(suspensions)
    .where(sql`${suspensions.until} is null or ${suspensions.until} > clock_timestamp()`)
    .orderBy(asc(suspensions.from), asc(suspensions.id));
}

/** The numbers of those in effect at an instant, in order, as one text: it is another whenever one begins or ends. */
export async function suspendedAt(db: Database, now: Date): Promise<string> {
  const at = now.toISOString();
  const rows = await db
    .select({ id: suspensions.id })
    .from(suspensions)
    .where(and(lte(suspensions.from, at), or(isNull(suspensions.until), gt(suspensions.until, at))))
    .orderBy(asc(suspensions.id));
  return rows.map(({ id }) => id).join(" ");
}

/** Counts every change of what is suspended: whoever keeps it compares. */
export async function readSuspendedStamp(db: Database): Promise<number> {
  const [row] = await db.select({ stamp: setupState.suspended }).from(setupState).where(eq(setupState.id, 1));
  return row?.stamp ?? 0;
}

export async function insertSuspension(tx: Database, row: typeof suspensions.$inferInsert): Promise<void> {
  await tx.insert(suspensions).values(row);
  await moveStamp(tx);
}

/** Ends one now, or takes back one that has not begun; nothing where it is not there, or over. */
export async function endSuspension(tx: Database, id: string): Promise<SuspensionRow | undefined> {
  const [row] = await tx
    .select()
    .from(suspensions)
    .where(
      sql`${suspensions.id} = ${id} and (${suspensions.until} is null or ${suspensions.until} > clock_timestamp())`,
    )
    .for("update");
  if (!row) return undefined;
  // what is over is of use for looking back; what never began is not
  await tx.execute(sql`delete from ${suspensions} where id = ${id} and starts_at >= clock_timestamp()`);
  await tx
    .update(suspensions)
    .set({ until: sql`clock_timestamp()`, version: row.version + 1 })
    .where(eq(suspensions.id, id));
  await moveStamp(tx);
  return row;
}

async function moveStamp(tx: Database): Promise<void> {
  await tx
    .update(setupState)
    .set({ suspended: sql`${setupState.suspended} + 1` })
    .where(eq(setupState.id, 1));
}
