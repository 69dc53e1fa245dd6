"use server";

import { refresh } from "next/cache";
import { z } from "zod";
import type { Answer } from "@/messages/answer";
import { act } from "@/server/act";
import { done, failed } from "@/server/result";
import { keepAliases } from "@/server/services/origin-aliases";
import { townPosition } from "@/server/services/town-position";

const townSchema = z.strictObject({ town: z.string().max(200), country: z.string().length(2) });

/** Where a town lies. */
export async function positionOfTown(
  input: z.infer<typeof townSchema>,
): Promise<Answer<{ lat: number; lon: number }>> {
  return act(input, {
    permission: "look",
    schema: townSchema,
    run: async ({ town, country }) => {
      const found = await townPosition(town, country);
      return found ? done(found) : failed("not-found");
    },
  });
}

const aliasesSchema = z
  .array(
    z.strictObject({
      platform: z.string().trim().min(1).max(60),
      theirs: z.string().trim().min(1).max(100),
      origin: z.string().min(1).max(40),
    }),
  )
  .max(5000);

/** Keeps what a selling platform calls our origins. */
export async function storeAliases(input: z.infer<typeof aliasesSchema>): Promise<Answer<undefined>> {
  const answer = await act(input, {
    permission: "edit-setup",
    schema: aliasesSchema,
    words: { platform: "Say which platform the file comes from." },
    run: (aliases, { db, by }) => keepAliases(db, aliases, by),
  });
  refresh();
  return answer;
}
