"use server";

import { z } from "zod";
import { planBoard, type BoardPlan } from "@/core/coverage/coverage-changes";
import type { Answer } from "@/messages/answer";
import { act } from "@/server/act";
import { done, failed } from "@/server/result";
import { draftSetup } from "@/server/services/draft-setup";

const place = z.strictObject({
  country: z.string().length(2),
  subdivision: z.string().max(10).exactOptional(),
});
const schema = z.strictObject({
  cells: z
    .array(z.strictObject({ of: z.enum(["service", "offer"]), code: z.string().max(40), place }))
    .min(1)
    .max(50_000),
  wish: z.union([
    z.strictObject({ state: z.literal("served"), zone: z.string().max(40) }),
    z.strictObject({ state: z.literal("barred") }),
  ]),
});

/** What would be written for cells to become what is wished; nothing is written here. */
export async function previewBoard(input: z.infer<typeof schema>): Promise<Answer<BoardPlan>> {
  return act(input, {
    permission: "edit-setup",
    schema,
    run: async ({ cells, wish }, { db }) => {
      const current = await draftSetup(db);
      return current ? done(planBoard(current.setup, cells, wish)) : failed("not-found");
    },
  });
}
