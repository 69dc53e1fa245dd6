import "server-only";
import { applyChanges } from "@/core/setup/change";
import type { Change } from "@/core/setup/inverse";
import type { Setup } from "@/core/setup/setup";
import type { Database } from "@/db/connect";
import { activity } from "@/db/schema";
import { lockStamp, readSetup, writeSetup } from "@/db/queries/setup";
import { done, failed, type Result } from "../result";
import { currentSetup, remember } from "./current-setup";

export interface EditResult {
  readonly stamp: number;
  /** As they came to be; their inverse takes them back. */
  readonly changes: readonly Change[];
}

/**
 * Applies changes to the draft, all or none, in one transaction that other writers wait for: load, decide in the core,
 * write the rows that differ, note who did it.
 */
export async function editSetup(
  db: Database,
  changes: readonly Change[],
  who: string,
  now: Date,
): Promise<Result<EditResult>> {
  const known = await currentSetup(db, "draft");
  if (!known) return failed("not-found");
  let written: { stamp: number; setup: Setup } | undefined;
  const result = await db.transaction(async (transaction): Promise<Result<EditResult>> => {
    const tx = transaction as Database;
    const stamp = await lockStamp(tx);
    const before = stamp === known.stamp ? known.setup : await readSetup(tx);
    if (!before) return failed("not-found");
    const changed = applyChanges(before, changes);
    if (!changed.ok) {
      const conflict = changed.problems.some((problem) => problem.code === "changed-meanwhile");
      return failed(conflict ? "conflict" : "invalid", changed.problems);
    }
    const next = await writeSetup(tx, before, changed.value.setup, now);
    await tx.insert(activity).values(
      changed.value.changes.map((change) => ({
        at: now.toISOString(),
        who,
        what: "setup-changed",
        subject: change.path,
        // inside an object a text stays a text: JSON columns read a bare "12.50" back as a number
        from: change.from === undefined ? null : { value: change.from },
        to: change.to === undefined ? null : { value: change.to },
      })),
    );
    written = { stamp: next, setup: changed.value.setup };
    return done({ stamp: next, changes: changed.value.changes });
  });
  if (written) remember(written.stamp, written.setup);
  return result;
}

/** Puts a whole setup in place of what is stored: loading the demo, restoring a file. */
export async function replaceSetup(db: Database, setup: Setup, who: string, now: Date): Promise<number> {
  return db.transaction(async (transaction) => {
    const tx = transaction as Database;
    await lockStamp(tx);
    const stamp = await writeSetup(tx, await readSetup(tx), setup, now);
    await tx
      .insert(activity)
      .values({ at: now.toISOString(), who, what: "setup-replaced", subject: "", from: null, to: null });
    return stamp;
  });
}
