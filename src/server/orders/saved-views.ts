import "server-only";
import { asc, eq } from "drizzle-orm";
import type { Database, PooledDatabase } from "@/db/connect";
import { note, type By } from "@/db/queries/activity";
import { savedViews } from "@/db/schema";
import { inTransaction } from "../in-transaction";
import { done, failed, type Result } from "../result";

/** A list of orders somebody has kept, by what its address says. */
export interface SavedView {
  readonly id: string;
  readonly name: string;
  readonly query: string;
  readonly by: string;
}

/** All of them, by name. */
export async function listViews(db: Database): Promise<SavedView[]> {
  const rows = await db.select().from(savedViews).orderBy(asc(savedViews.name));
  return rows.map(({ id, name, query, by }) => ({ id, name, query, by }));
}

/** Keeps a list under a name; of one name the last counts. */
export function keepView(
  db: PooledDatabase,
  { name, query }: { readonly name: string; readonly query: string },
  by: By,
): Promise<Result<undefined>> {
  return inTransaction(db, async (tx) => {
    const kept = { query, by: by.who.name, at: by.now.toISOString() };
    await tx
      .insert(savedViews)
      .values({ name, ...kept })
      .onConflictDoUpdate({ target: savedViews.name, set: kept });
    await note(tx, by, { what: "view-kept", subject: "orders", to: { value: name } });
    return done(undefined);
  });
}

export function dropView(db: PooledDatabase, id: string, by: By): Promise<Result<undefined>> {
  return inTransaction(db, async (tx) => {
    const [gone] = await tx
      .delete(savedViews)
      .where(eq(savedViews.id, id))
      .returning({ name: savedViews.name });
    if (!gone) return failed("not-found");
    await note(tx, by, { what: "view-dropped", subject: "orders", from: { value: gone.name } });
    return done(undefined);
  });
}
