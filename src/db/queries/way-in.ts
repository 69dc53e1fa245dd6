import { isNotNull } from "drizzle-orm";
import type { Database } from "../connect";
import { orders, trials } from "../schema";

/** Whether there is a trial on the bench, and an order with a charge. */
export async function readBeyondSetup(
  db: Database,
): Promise<{ readonly hasTrial: boolean; readonly hasCharge: boolean }> {
  const trial = await db.select({ id: trials.id }).from(trials).limit(1);
  const charged = await db
    .select({ number: orders.number })
    .from(orders)
    .where(isNotNull(orders.charge))
    .limit(1);
  return { hasTrial: trial.length > 0, hasCharge: charged.length > 0 };
}
