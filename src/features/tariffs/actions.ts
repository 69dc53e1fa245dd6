"use server";

import { refresh } from "next/cache";
import { z } from "zod";
import type { Answer } from "@/messages/answer";
import { act } from "@/server/act";
import { writeNote } from "@/server/services/cell-notes";

const noteSchema = z.strictObject({
  cell: z.strictObject({
    tariff: z.string().min(1).max(40),
    edition: z.string().min(1).max(60),
    zone: z.string().min(1).max(40),
    edge: z.string().max(40),
    band: z.string().max(40),
  }),
  note: z.string().max(1000),
  /** Of the note that was seen; 0 for none. */
  version: z.int().min(0),
});

/** Hangs a note on a cell, or takes it off with an empty one. */
export async function storeNote(input: z.infer<typeof noteSchema>): Promise<Answer<undefined>> {
  const answer = await act(input, {
    permission: "edit-setup",
    schema: noteSchema,
    words: { note: "A note has at most 1,000 characters." },
    run: ({ cell, note, version }, { db, by }) => writeNote(db, cell, { note, version }, by),
  });
  refresh();
  return answer;
}
