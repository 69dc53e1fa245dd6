import { chargeOrders } from "./charge-orders";
import { cheaperServices } from "./cheaper-services";
import { confirmOrders } from "./confirm-orders";
import type { JobKind } from "./job-kinds";
import { nextTable } from "./next-table";
import { replayOrders } from "./replay-orders";
import { rerate } from "./rerate";
import { takeBillJob } from "./take-bill-job";

/** All kinds of long work, by their name. */
export const kinds = {
  replay: replayOrders,
  rerate,
  "charge-orders": chargeOrders,
  "confirm-orders": confirmOrders,
  "take-bill": takeBillJob,
  "cheaper-services": cheaperServices,
  "next-table": nextTable,
} as const;

export type KindName = keyof typeof kinds;

/** A kind by its name; `undefined` for one this version does not know. */
export function kindOf(name: string): JobKind<unknown, unknown> | undefined {
  return name in kinds ? (kinds[name as KindName] as unknown as JobKind<unknown, unknown>) : undefined;
}
