import { and, gt, isNotNull, ne } from "drizzle-orm";
import { z } from "zod";
import { orders } from "@/db/schema";
import type { JobKind } from "./job-kinds";
import { writeGate } from "@/db/queries/revisions";
import { settleOrder } from "../orders/settle-order";
import { liveSetup } from "../services/live-setup";

const AT_ONCE = 50;

/**
 * Holds every open order that has a charge against what is live: where it would be charged otherwise it is out of date, and
 * where it is as it was again it is ready. Done when another revision has become live, and when something is suspended or works again.
 */
export const rerate: JobKind<
  { readonly revision: number; readonly suspended?: string | undefined },
  { readonly orders: number; readonly changed: number }
> = {
  queue: "quick",
  data: z.strictObject({ revision: z.int().min(1), suspended: z.string().optional() }),
  run: async ({ db, data, by, signal, progress }) => {
    const live = await liveSetup(db);
    if (!live) return { orders: 0, changed: 0 };
    const total = await db.$count(orders, and(ne(orders.state, "done"), isNotNull(orders.charge)));
    let [seen, changed, last] = [0, 0, ""];
    while (!signal.aborted) {
      const part = await db
        .select({ number: orders.number })
        .from(orders)
        .where(and(ne(orders.state, "done"), isNotNull(orders.charge), gt(orders.number, last)))
        .orderBy(orders.number)
        .limit(AT_ONCE);
      for (const { number } of part) {
        if (await settleOrder(db, number, live, by.now)) changed++;
        seen++;
        last = number;
      }
      progress(seen, total);
      if (part.length < AT_ONCE) break;
    }
    if (!signal.aborted)
      await writeGate(db, { ratedRevision: live.number, ratedSuspended: data.suspended ?? "" });
    return { orders: seen, changed };
  },
};
