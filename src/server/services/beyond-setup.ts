import "server-only";
import { readBeyondSetup } from "@/db/queries/way-in";
import type { Database } from "@/db/connect";

/** Whether an order has a charge never changes back for the way in: remembered once it is so. */
const arrived = new WeakSet<Database>();

/** Whether there is an item, a trial on the bench, and an order with a charge. */
export async function beyondSetup(db: Database) {
  if (arrived.has(db)) return { hasItem: true, hasTrial: true, hasCharge: true };
  const beyond = await readBeyondSetup(db);
  if (beyond.hasCharge) arrived.add(db);
  return beyond;
}
