import { and, gt, inArray } from "drizzle-orm";
import { openStates } from "@/core/orders/order-state";
import { z } from "zod";
import { orders } from "@/db/schema";
import type { JobKind } from "./job-kinds";
import { writeGate } from "@/db/queries/revisions";
import { settleOrders } from "../orders/settle-order";
import { liveSetup } from "../services/live-setup";

const AT_ONCE = 50;

/**
 * Holds every open order against what is live: what is charged and would be otherwise is out of date,
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
    const total = await db.$count(orders, inArray(orders.state, [...openStates]));
    let [seen, changed, last] = [0, 0, ""];
    while (!signal.aborted) {
      const part = await db
        .select({ number: orders.number })
        .from(orders)
        .where(and(inArray(orders.state, [...openStates]), gt(orders.number, last)))
        .orderBy(orders.number)
        .limit(AT_ONCE);
      const numbers = part.map(({ number }) => number);
      changed += await settleOrders(db, numbers, live, by.now);
      seen += numbers.length;
      last = numbers[numbers.length - 1] ?? last;
      progress(seen, total);
      if (part.length < AT_ONCE) break;
    }
    if (!signal.aborted)
      await writeGate(db, { ratedRevision: live.number, ratedSuspended: data.suspended ?? "" });
    return { orders: seen, changed };
  },
};
