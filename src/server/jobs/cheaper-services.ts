import type { z } from "zod";
import { cheaperService } from "@/core/recovery/cheaper-service";
import { groundOf } from "@/core/recovery/ground";
import { UncomparedCounter, type Uncompared } from "@/core/recovery/uncompared";
import { SavingsCounter, type Savings } from "@/core/recovery/left-on-table";
import { countSent } from "@/db/queries/looking-back";
import { sentOrders } from "../recovery/sent-shipments";
import { liveSetup } from "../services/live-setup";
import { JobFailure, type JobKind } from "./job-kinds";
import { cheaperData } from "./months-data";

/** What other services would have saved, and what it was worked out from. */
export interface SavingsResult {
  readonly revision: number;
  readonly currency: string;
  readonly shipments: number;
  /** Shipments that could not be compared, by why their own service would not take them today. */
  readonly left: readonly Uncompared[];
  readonly savings: Savings;
}

/** The shipments of some months over all services as they are today, with what is live. */
export const cheaperServices: JobKind<z.infer<typeof cheaperData>, SavingsResult> = {
  queue: "long",
  data: cheaperData,
  run: async ({ data: months, db, by, signal, progress }) => {
    const live = await liveSetup(db);
    if (!live) throw new JobFailure("no-business");
    const { compiled, setup } = live;
    const { homeCurrency } = setup.business;
    const total = await countSent(db, months);
    progress(0, total);
    const counter = new SavingsCounter(homeCurrency);
    const left = new UncomparedCounter();
    let shipments = 0;
    const told = (): SavingsResult => ({
      revision: live.number,
      currency: homeCurrency,
      shipments,
      left: left.list,
      savings: counter.savings,
    });
    const placedAt = by.now.toISOString();
    for await (const page of sentOrders(db, months, compiled)) {
      if (signal.aborted) throw new JobFailure("cancelled");
      for (const { request, items, sent } of page) {
        const ground = groundOf(compiled, request, { items, placedAt });
        for (const { row, shipment } of sent) {
          shipments++;
          const ways = ground.ok ? cheaperService(ground.value, shipment) : { rejection: undefined };
          if ("own" in ways) counter.add(row, ways);
          else left.add(ways.rejection);
        }
      }
      progress(shipments, total, told);
    }
    return told();
  },
};
