"use server";

import { refresh } from "next/cache";
import { z } from "zod";
import { act, type Answer } from "@/server/act";
import { database } from "@/server/database";
import { done } from "@/server/result";
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
});

/** Hangs a note on a cell, or takes it off with an empty one. */
export async function storeNote(input: z.infer<typeof noteSchema>): Promise<Answer<undefined>> {
  const answer = await act(input, {
    permission: "edit-setup",
    schema: noteSchema,
    words: { note: "A note has at most 1,000 characters." },
    run: async ({ cell, note }, { person, now }) => {
      await writeNote(database(), cell, note, person.name, now);
      return done(undefined);
    },
  });
  refresh();
  return answer;
}
