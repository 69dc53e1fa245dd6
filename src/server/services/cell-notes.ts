import "server-only";
import { and, asc, eq } from "drizzle-orm";
import type { Database } from "@/db/connect";
import { cellNotes } from "@/db/schema";

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

/** Writes a note over the one that is there; an empty one takes it away. */
export async function writeNote(
  db: Database,
  cell: NotedCell,
  note: string,
  who: string,
  now: Date,
): Promise<void> {
  const { tariff, edition, zone, edge, band } = cell;
  if (note.trim() === "") {
    await db
      .delete(cellNotes)
      .where(
        and(
          eq(cellNotes.tariff, tariff),
          eq(cellNotes.edition, edition),
          eq(cellNotes.zone, zone),
          eq(cellNotes.edge, edge),
          eq(cellNotes.band, band),
        ),
      );
    return;
  }
  const values = { note: note.trim(), writtenAt: now.toISOString(), writtenBy: who };
  await db
    .insert(cellNotes)
    .values({ ...cell, ...values })
    .onConflictDoUpdate({
      target: [cellNotes.tariff, cellNotes.edition, cellNotes.zone, cellNotes.edge, cellNotes.band],
      set: values,
    });
}
