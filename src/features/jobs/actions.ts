"use server";

import { refresh } from "next/cache";
import { z } from "zod";
import { instantOf } from "@/core/calendar/local-time";
import { isDate } from "@/core/calendar/local-date";
import { dayOf } from "@/core/calendar/working-days";
import type { Answer } from "@/messages/answer";
import { act } from "@/server/act";
import { done, failed } from "@/server/result";
import { draftSetup } from "@/server/services/draft-setup";
import { cancelJob, startJob } from "@/server/services/jobs";

const MOST = 10_000;

const replaySchema = z.union([
  z.strictObject({ kind: z.literal("open") }),
  z.strictObject({ kind: z.literal("last"), count: z.int().min(1).max(MOST) }),
  z.strictObject({ kind: z.literal("days"), from: z.string().refine(isDate), to: z.string().refine(isDate) }),
]);
export type ReplayChoice = z.infer<typeof replaySchema>;

/** Rates real orders under what is live and under the draft; days are the business's, both in. */
export async function startReplay(input: ReplayChoice): Promise<Answer<{ id: string }>> {
  const answer = await act(input, {
    permission: "edit-setup",
    schema: replaySchema,
    run: async (choice, { db, by }) => {
      const draft = await draftSetup(db);
      if (!draft) return failed("not-found");
      const zone = draft.setup.business.timeZone;
      const begin = (date: string, later: number) =>
        new Date(instantOf({ day: dayOf(date) + later, time: 0 }, zone)).toISOString();
      const orders =
        choice.kind === "days"
          ? { kind: "between" as const, from: begin(choice.from, 0), before: begin(choice.to, 1) }
          : choice;
      return done({ id: await startJob(db, { kind: "replay", queue: "long", data: { orders } }, by) });
    },
  });
  refresh();
  return answer;
}

/** Stops work that goes on. */
export async function stopWork(id: string): Promise<Answer<undefined>> {
  const answer = await act(id, {
    permission: "edit-setup",
    schema: z.uuid(),
    run: (one, { db, by }) => cancelJob(db, one, by),
  });
  refresh();
  return answer;
}
