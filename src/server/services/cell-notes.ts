import "server-only";
import { and, asc, eq } from "drizzle-orm";
import { joinPath } from "@/core/setup/path";
import type { Database, PooledDatabase } from "@/db/connect";
import { note, type By } from "@/db/queries/activity";
import { cellNotes } from "@/db/schema";
import { inTransaction } from "../in-transaction";
import { done, failed, type Result } from "../result";

/** The cell a note hangs on, by its zone and edges: "" for a break that is open, and for a table without bands. */
export interface NotedCell {
  readonly tariff: string;
  readonly edition: string;
  readonly zone: string;
  readonly edge: string;
  readonly band: string;
}

export interface CellNote extends NotedCell {
  readonly note: string;
  readonly version: number;
  readonly writtenAt: string;
  readonly writtenBy: string;
}

/** The notes on an edition's cells. */
export function notesOn(db: Database, tariff: string, edition: string): Promise<CellNote[]> {
  return db
    .select()
    .from(cellNotes)
    .where(and(eq(cellNotes.tariff, tariff), eq(cellNotes.edition, edition)))
    .orderBy(asc(cellNotes.zone), asc(cellNotes.edge), asc(cellNotes.band));
}

/**
 * Writes a note over the one that is there; an empty one takes it away. `conflict` when the cell's note is no longer the
 * one of this version (0 for none).
 */
export function writeNote(
  db: PooledDatabase,
  cell: NotedCell,
  wanted: { readonly note: string; readonly version: number },
  by: By,
): Promise<Result<undefined>> {
  return inTransaction(db, async (tx) => {
    const { tariff, edition, zone, edge, band } = cell;
    const here = and(
      eq(cellNotes.tariff, tariff),
      eq(cellNotes.edition, edition),
      eq(cellNotes.zone, zone),
      eq(cellNotes.edge, edge),
      eq(cellNotes.band, band),
    );
    const [old] = await tx.select().from(cellNotes).where(here).for("update");
    if ((old?.version ?? 0) !== wanted.version) return failed("conflict");
    const text = wanted.note.trim();
    const values = { note: text, writtenAt: by.now.toISOString(), writtenBy: by.who.name };
    if (text === "") await tx.delete(cellNotes).where(here);
    else if (old)
      await tx
        .update(cellNotes)
        .set({ ...values, version: old.version + 1 })
        .where(here);
    // two first notes at once: the second one finds the first
    else {
      const made = await tx
        .insert(cellNotes)
        .values({ ...cell, ...values })
        .onConflictDoNothing()
        .returning({ zone: cellNotes.zone });
      if (made.length === 0) return failed("conflict");
    }
    await note(tx, by, {
      what: text === "" ? "note-removed" : "note-written",
      subject: joinPath("tariffs", tariff, "editions", edition, "notes", zone, edge === "" ? "above" : edge),
      from: old ? { value: old.note } : null,
      to: text === "" ? null : { value: text },
    });
    return done(undefined);
  });
}
