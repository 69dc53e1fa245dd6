"use server";

import { refresh } from "next/cache";
import { z } from "zod";
import { scope } from "@/contracts/scopes";
import type { Answer } from "@/messages/answer";
import { act } from "@/server/act";
import { issueApiKey, revokeApiKey } from "@/server/services/api-keys";

const schema = z.strictObject({
  name: z.string().trim().min(1).max(80),
  scopes: z.array(scope).min(1),
});

/** Makes a key; it is only in this answer. */
export async function makeKey(input: z.infer<typeof schema>): Promise<Answer<{ key: string }>> {
  const answer = await act(input, {
    permission: "manage-people",
    schema,
    words: {
      name: "Say what the key is for.",
      scopes: "Choose at least one scope.",
    },
    run: (key, { db, by }) => issueApiKey(db, key, by),
  });
  refresh();
  return answer;
}

export async function revokeKey(input: { id: string }): Promise<Answer<undefined>> {
  const answer = await act(input, {
    permission: "manage-people",
    schema: z.strictObject({ id: z.string().min(1).max(100) }),
    run: ({ id }, { db, by }) => revokeApiKey(db, id, by),
  });
  refresh();
  return answer;
}
