"use server";

import { refresh } from "next/cache";
import { z } from "zod";
import type { Answer } from "@/messages/answer";
import { act } from "@/server/act";
import { undoBatch } from "@/server/orders/undo-batch";

/** Takes back what a batch charged. */
export async function takeBatchBack(batch: string): Promise<Answer<{ orders: number }>> {
  const answer = await act(batch, {
    permission: "edit-orders",
    schema: z.uuid(),
    run: (id, { db, by }) => undoBatch(db, id, by),
  });
  refresh();
  return answer;
}
