"use server";

import { refresh } from "next/cache";
import { z } from "zod";
import type { Answer } from "@/messages/answer";
import { act } from "@/server/act";
import { done } from "@/server/result";
import { lookInto } from "@/server/shown-setup";

/** Has this browser's pages show a revision instead of the draft; without a number the draft again. */
export async function lookAt(input: { number?: number }): Promise<Answer<undefined>> {
  const answer = await act(input, {
    permission: "look",
    schema: z.strictObject({ number: z.int().min(1).exactOptional() }),
    run: async ({ number }) => {
      await lookInto(number);
      return done(undefined);
    },
  });
  refresh();
  return answer;
}
