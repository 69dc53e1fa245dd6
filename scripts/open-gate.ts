import type { PooledDatabase } from "@/db/connect";
import { readGate } from "@/db/queries/revisions";
import { lockStamps, readSetup } from "@/db/queries/setup";
import { openGate } from "@/server/services/publication";

/**
 * Gives a business that was begun before there were revisions its gate: what is stored is what has been charged, so it is
 * the first revision, and edits stay live as they are made until somebody closes the gate.
 */
export async function openFormerGate(db: PooledDatabase, now: Date): Promise<void> {
  await db.transaction(async (tx) => {
    const { stamp } = await lockStamps(tx);
    const setup = stamp > 0 && !(await readGate(tx)) ? await readSetup(tx) : undefined;
    if (!setup) return;
    const by = { who: { id: null, name: "Wallodrom" }, now };
    const first = await openGate(tx, { setup, stamp, smallEdits: true }, by);
    if (!first.ok) throw new Error("the stored setup can't be published");
  });
}
