import { desc, sql } from "drizzle-orm";
import type { Database } from "../connect";
import { orders } from "../schema";

/** Orders whose number begins with a text, in any case; the newest first. */
export function findOrderNumbers(
  db: Database,
  text: string,
  most: number,
): Promise<{ number: string; customer: string }[]> {
  const pattern = `${text.replace(/[\\%_]/g, (sign) => `\\${sign}`)}%`;
  return db
    .select({ number: orders.number, customer: orders.customerName })
    .from(orders)
    .where(sql`lower(${orders.number}) like ${pattern.toLowerCase()}`)
    .orderBy(desc(orders.placedAt), orders.number)
    .limit(most);
}
