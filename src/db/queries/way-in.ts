import { isNotNull } from "drizzle-orm";
import type { Database } from "../connect";
import { items, orders, trials } from "../schema";

/** Whether there is an item with a weight, a trial on the bench, and an order with a charge. */
export async function readBeyondSetup(
  db: Database,
): Promise<{ readonly hasItem: boolean; readonly hasTrial: boolean; readonly hasCharge: boolean }> {
  const item = await db.select({ sku: items.sku }).from(items).where(isNotNull(items.weight)).limit(1);
  const trial = await db.select({ id: trials.id }).from(trials).limit(1);
  const charged = await db
    .select({ number: orders.number })
    .from(orders)
    .where(isNotNull(orders.charge))
    .limit(1);
  return { hasItem: item.length > 0, hasTrial: trial.length > 0, hasCharge: charged.length > 0 };
}
