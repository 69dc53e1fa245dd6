"use server";

import { refresh } from "next/cache";
import type { z } from "zod";
import type { Answer } from "@/messages/answer";
import { act } from "@/server/act";
import { newRatesSchema, putBreakEven, type PutRates } from "@/server/recovery/put-break-even";

/** Puts rates into the draft as a new edition of a sell table. */
export async function putRates(input: z.input<typeof newRatesSchema>): Promise<Answer<PutRates>> {
  const answer = await act(input, {
    permission: "edit-setup",
    schema: newRatesSchema,
    words: { from: "A day is needed, like 2027-01-31." },
    run: (rates, { db, by }) => putBreakEven(db, rates, by),
  });
  refresh();
  return answer;
}
