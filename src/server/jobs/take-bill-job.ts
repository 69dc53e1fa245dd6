import { z } from "zod";
import { bill } from "@/core/recovery/bill";
import { code } from "@/core/setup/primitives";
import { takeBill, type TakenBill } from "../recovery/take-bill";
import { JobFailure, type JobKind } from "./job-kinds";

export const billWork = z.strictObject({ carrier: code, bill });

/** Takes a long bill in: all of it or nothing, so that beginning again finds either nothing or the whole bill. */
export const takeBillJob: JobKind<z.infer<typeof billWork>, TakenBill> = {
  queue: "long",
  data: billWork,
  run: async ({ data, db, by, progress }) => {
    const taken = await takeBill(db, data.carrier, data.bill, by, progress);
    if (!taken.ok) throw new JobFailure(taken.code);
    return taken.value;
  },
};
