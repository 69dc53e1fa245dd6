"use server";

import { refresh } from "next/cache";
import type { z } from "zod";
import type { Answer } from "@/messages/answer";
import { act } from "@/server/act";
import { cheaperData, tableData } from "@/server/jobs/months-data";
import { done } from "@/server/result";
import { startJob } from "@/server/services/jobs";

/** Works out what the shipments of some months would cost by each service today. */
export async function startCheaper(input: z.input<typeof cheaperData>): Promise<Answer<{ id: string }>> {
  const answer = await act(input, {
    permission: "see-results",
    schema: cheaperData,
    run: async (data, { db, by }) =>
      done({ id: await startJob(db, { kind: "cheaper-services", queue: "long", data }, by) }),
  });
  refresh();
  return answer;
}

/** Lays an edition of the draft over the shipments of some months. */
export async function startNewTable(input: z.input<typeof tableData>): Promise<Answer<{ id: string }>> {
  const answer = await act(input, {
    permission: "see-results",
    schema: tableData,
    run: async (data, { db, by }) =>
      done({ id: await startJob(db, { kind: "next-table", queue: "long", data }, by) }),
  });
  refresh();
  return answer;
}
