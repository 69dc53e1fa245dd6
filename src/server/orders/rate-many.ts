import "server-only";
import type { CodeNow } from "@/core/orders/stand";
import type { DeskRule } from "@/core/orders/desk-rule";
import type { Database } from "@/db/connect";
import { readOrders, type StoredOrder } from "@/db/queries/orders";
import { currentSuspensions } from "../services/suspensions";
import type { Revision } from "../services/live-setup";
import { codesNow } from "./codes-now";
import { deskRulesByChannel } from "./desk-rules";
import { freeStock } from "./free-items";
import { keptRates } from "./live-facts";
import { skusOf } from "./order-document";
import type { Facts } from "./rate-order";

/** Orders that are worked through together: read at once, each rated with what is free for it at that moment. */
export interface ManyOrders {
  readonly stored: readonly StoredOrder[];
  readonly factsOf: (stored: StoredOrder) => Facts;
  /** Puts what is promised to an order in the place of what was, for those that come after it. */
  readonly promise: (
    order: string,
    pieces: readonly { readonly sku: string; readonly origin: string; readonly quantity: number }[],
  ) => void;
}

export async function readMany(
  db: Database,
  numbers: readonly string[],
  live: Revision,
): Promise<ManyOrders> {
  const stored = await readOrders(db, numbers);
  const stock = await freeStock(db, stored.flatMap(skusOf));
  const suspensions = await currentSuspensions(db);
  const rules: (channel: string) => DeskRule = await deskRulesByChannel(db);
  const codes = new Map<number, CodeNow>();
  for (const { charge } of stored)
    if (charge && !codes.has(charge.revision))
      codes.set(charge.revision, await codesNow(db, charge.revision, live.number));
  const none = await codesNow(db, undefined, live.number);
  return {
    stored,
    factsOf: (one) => ({
      items: stock.itemsFor(one.order.number, skusOf(one)),
      suspensions,
      ...keptRates(one),
      rule: rules(one.order.channel),
      codes: (one.charge && codes.get(one.charge.revision)) ?? none,
    }),
    promise: (order, pieces) => stock.promise(order, pieces),
  };
}
