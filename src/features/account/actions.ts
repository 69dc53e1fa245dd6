"use server";

import { refresh } from "next/cache";
import { z } from "zod";
import type { Answer } from "@/messages/answer";
import { act } from "@/server/act";
import { done } from "@/server/result";
import { tellTries } from "@/server/auth/tries";
import { endSession } from "@/server/services/people";

/** Ends another of one's own sessions. */
export async function endOwnSession(input: { id: string }): Promise<Answer<undefined>> {
  const answer = await act(input, {
    permission: "own-sign-in",
    schema: z.strictObject({ id: z.string().min(1).max(100) }),
    run: ({ id }, { db, person, by }) => endSession(db, id, person.sessionId, by),
  });
  refresh();
  return answer;
}

/** Somebody has seen how often others failed to sign in as them. */
export async function seenFailedTries(): Promise<Answer<undefined>> {
  const answer = await act(null, {
    permission: "own-sign-in",
    schema: z.null(),
    run: async (_, { db, person }) => {
      await tellTries(db, person.email);
      return done(undefined);
    },
  });
  refresh();
  return answer;
}
