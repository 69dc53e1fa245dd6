"use server";

import { refresh } from "next/cache";
import { z } from "zod";
import { dispatchSchema } from "@/core/orders/dispatch";
import type { Answer } from "@/messages/answer";
import { act } from "@/server/act";
import { handOver } from "@/server/orders/hand-over";
import { done } from "@/server/result";

const listSchema = z.strictObject({
  dispatches: z
    .array(z.strictObject({ number: z.string().min(1).max(60), dispatch: dispatchSchema }))
    .min(1)
    .max(2000),
});

/** Says that shipments left, each by itself; gives how many did, and those that had left or changed meanwhile. */
export async function handOverMany(
  input: z.input<typeof listSchema>,
): Promise<Answer<{ left: number; refused: readonly string[] }>> {
  const answer = await act(input, {
    permission: "edit-orders",
    schema: listSchema,
    run: async ({ dispatches }, { db, by }) => {
      const refused: string[] = [];
      for (const { number, dispatch } of dispatches)
        if (!(await handOver(db, { number, by }, dispatch)).ok) refused.push(number);
      return done({ left: dispatches.length - refused.length, refused });
    },
  });
  refresh();
  return answer;
}
