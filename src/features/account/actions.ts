"use server";

import { refresh } from "next/cache";
import { z } from "zod";
import { act, type Answer } from "@/server/act";
import { database } from "@/server/database";
import { done } from "@/server/result";
import { endSession, noteSecondFactor } from "@/server/services/people";

/** Ends another of one's own sessions. */
export async function endOwnSession(input: { id: string }): Promise<Answer<undefined>> {
  const answer = await act(input, {
    permission: "look",
    schema: z.strictObject({ id: z.string().min(1).max(100) }),
    run: ({ id }, { person }) =>
      endSession(database(), { userId: person.id, id, currentId: person.sessionId }),
  });
  refresh();
  return answer;
}

/** Notes that the second factor was turned on; whether it is, the library keeps. */
export async function secondFactorTurnedOn(): Promise<Answer<undefined>> {
  const answer = await act(null, {
    permission: "look",
    schema: z.null(),
    run: async (_, { person, now }) => {
      await noteSecondFactor(database(), person.id, { who: person.name, now });
      return done(undefined);
    },
  });
  refresh();
  return answer;
}
