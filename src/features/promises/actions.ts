"use server";

import { refresh } from "next/cache";
import type { z } from "zod";
import type { Answer } from "@/messages/answer";
import { act } from "@/server/act";
import {
  arrivalsInput,
  knownNumbers,
  numbersInput,
  storeArrivals,
  type KnownNumber,
} from "@/server/recovery/arrivals";
import { putTransit, transitInput } from "@/server/recovery/promise-view";
import { done } from "@/server/result";

/** Which of a file's tracking and order numbers are known. */
export async function findNumbers(numbers: z.input<typeof numbersInput>): Promise<Answer<KnownNumber[]>> {
  return act(numbers, {
    permission: "see-results",
    schema: numbersInput,
    run: async (list, { db }) => done(await knownNumbers(db, list)),
  });
}

/** Stores the days shipments arrived. */
export async function importArrivals(
  rows: z.input<typeof arrivalsInput>,
): Promise<Answer<{ readonly shipments: number }>> {
  const answer = await act(rows, {
    permission: "see-results",
    schema: arrivalsInput,
    run: (list, { db, by }) => storeArrivals(db, list, by),
  });
  refresh();
  return answer;
}

/** Puts the days that would have held into the draft. */
export async function holdDays(input: z.input<typeof transitInput>): Promise<Answer<unknown>> {
  const answer = await act(input, {
    permission: "edit-setup",
    schema: transitInput,
    run: (wanted, { db, by }) => putTransit(db, wanted, by),
  });
  refresh();
  return answer;
}
