import { z } from "zod";
import { Decimal } from "@/core/money/decimal";
import { moneyText } from "@/core/money/currency";
import type { Look } from "@/core/orders/order-state";
import { chargeOne } from "../orders/charge-many";
import type { PlannedSum } from "../orders/charge-many";
import { liveSetup } from "../services/live-setup";
import { JobFailure, type JobKind } from "./job-kinds";

/** Orders that may be charged or confirmed at once. */
export const MOST_AT_ONCE = 5000;

export const manyOrders = z.strictObject({
  numbers: z.array(z.string().max(60)).min(1).max(MOST_AT_ONCE),
  /** The name of the batch: by it what was done is known, and taken back. */
  batch: z.uuid(),
});
export type ManyOrdersData = z.infer<typeof manyOrders>;

/** What charging many came to. */
export interface ChargedMany {
  readonly batch: string;
  readonly charged: number;
  readonly left: number;
  readonly sums: readonly PlannedSum[];
  readonly setAside: readonly { readonly number: string; readonly why: Look | "changed-meanwhile" }[];
}

/**
 * Charges orders, each by itself by what is live when its turn comes. Begun again it goes on: what this batch has charged is
 * not charged twice.
 */
export const chargeOrders: JobKind<ManyOrdersData, ChargedMany> = {
  queue: "long",
  data: manyOrders,
  run: async ({ data: { numbers, batch }, db, by, signal, progress }) => {
    const sums = new Map<string, { orders: number; net: Decimal; cost: Decimal; margin: Decimal }>();
    const setAside: { number: string; why: Look | "changed-meanwhile" }[] = [];
    let [charged, left] = [0, 0];
    const told = (): ChargedMany => ({
      batch,
      charged,
      left,
      sums: [...sums].sort().map(([currency, { orders, net, cost, margin }]) => ({
        currency,
        orders,
        net: moneyText(net, currency),
        cost: moneyText(cost, currency),
        margin: moneyText(margin, currency),
      })),
      setAside,
    });
    for (const [at, number] of numbers.entries()) {
      if (signal.aborted) break;
      // what is live may change between two orders, and each is charged by what is live at its turn
      const live = await liveSetup(db);
      if (!live) throw new JobFailure("no-business");
      const one = await chargeOne(db, live, number, { by: { ...by, now: new Date() }, batch });
      if (one.fate === "left") left++;
      else if (one.fate === "set-aside") setAside.push({ number, why: one.why });
      else {
        charged++;
        const sum = sums.get(one.currency) ?? {
          orders: 0,
          net: Decimal.zero,
          cost: Decimal.zero,
          margin: Decimal.zero,
        };
        sums.set(one.currency, {
          orders: sum.orders + 1,
          net: sum.net.plus(Decimal.of(one.net)),
          cost: sum.cost.plus(Decimal.of(one.cost)),
          margin: sum.margin.plus(Decimal.of(one.margin)),
        });
      }
      progress(at + 1, numbers.length, told);
    }
    return told();
  },
};
