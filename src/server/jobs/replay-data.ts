import { z } from "zod";

export const MOST_REPLAYED = 10_000;

/** Which orders a replay is of. */
export const replayData = z.strictObject({
  orders: z.union([
    z.strictObject({ kind: z.literal("open") }),
    z.strictObject({ kind: z.literal("last"), count: z.int().min(1).max(MOST_REPLAYED) }),
    z.strictObject({
      kind: z.literal("between"),
      from: z.iso.datetime({ offset: true }),
      before: z.iso.datetime({ offset: true }),
    }),
  ]),
});
export type ReplayData = z.infer<typeof replayData>;
