"use server";

import { refresh } from "next/cache";
import { z } from "zod";
import { destination } from "@/core/setup/primitives";
import type { Answer } from "@/messages/answer";
import { act } from "@/server/act";
import { done } from "@/server/result";
import { resume, suspend } from "@/server/services/suspensions";

const orderSchema = z.strictObject({
  what: z.enum(["origin", "carrier", "service", "offer"]),
  code: z.string().max(60),
  destinations: z.array(destination).min(1).max(200).exactOptional(),
  effect: z.enum(["stop", "delay"]),
  reason: z.string().trim().min(1).max(300),
  /** Instants; without a begin at once, without an end until somebody ends it. */
  from: z.iso.datetime({ offset: true }).exactOptional(),
  until: z.iso.datetime({ offset: true }).exactOptional(),
});
export type SuspensionInput = z.infer<typeof orderSchema>;

/** Suspends something at once, or from an instant on. */
export async function suspendIt(input: SuspensionInput): Promise<Answer<{ id: string }>> {
  const answer = await act(input, {
    permission: "edit-setup",
    schema: orderSchema,
    words: { reason: "Say why: whoever looks at an order reads it." },
    run: async ({ from, ...order }, { db, by }) => {
      const made = await suspend(db, { ...order, from: from ?? by.now.toISOString() }, by);
      return made.ok ? done({ id: made.value.id }) : made;
    },
  });
  refresh();
  return answer;
}

/** Ends a suspension now. */
export async function resumeIt(id: string): Promise<Answer<undefined>> {
  const answer = await act(id, {
    permission: "edit-setup",
    schema: z.uuid(),
    run: (one, { db, by }) => resume(db, one, by),
  });
  refresh();
  return answer;
}
