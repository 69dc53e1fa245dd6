"use server";

import { refresh } from "next/cache";
import type { z } from "zod";
import { deskRule } from "@/core/orders/desk-rule";
import { code } from "@/core/setup/primitives";
import type { Answer } from "@/messages/answer";
import { act } from "@/server/act";
import { setDeskRule } from "@/server/orders/desk-rules";

const ruleSchema = deskRule.extend({ channel: code });

/** Sets how a channel's orders are charged many at once; it counts at once. */
export async function setRule(input: z.input<typeof ruleSchema>): Promise<Answer<undefined>> {
  const answer = await act(input, {
    permission: "edit-setup",
    schema: ruleSchema,
    words: { mostLoss: "An amount of 0 or more.", mostByHand: "An amount of 0 or more, or nothing." },
    run: (rule, { db, by }) => setDeskRule(db, rule, by),
  });
  refresh();
  return answer;
}
