import { eq } from "drizzle-orm";
import type { Database } from "../connect";
import { setAsideFindings } from "../schema";

export type SetAsideRow = typeof setAsideFindings.$inferSelect;

export function readSetAside(db: Database): Promise<SetAsideRow[]> {
  return db.select().from(setAsideFindings).orderBy(setAsideFindings.key);
}

/** Sets a finding aside; what was said of it before is replaced. */
export async function putSetAside(tx: Database, row: SetAsideRow): Promise<void> {
  const { key: _, ...rest } = row;
  await tx
    .insert(setAsideFindings)
    .values(row)
    .onConflictDoUpdate({ target: setAsideFindings.key, set: rest });
}

/** Has a finding count again; whether it was set aside. */
export async function dropSetAside(tx: Database, key: string): Promise<boolean> {
  const rows = await tx
    .delete(setAsideFindings)
    .where(eq(setAsideFindings.key, key))
    .returning({ key: setAsideFindings.key });
  return rows.length > 0;
}
