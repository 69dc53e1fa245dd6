import "server-only";
import { and, eq, inArray, sql } from "drizzle-orm";
import { openStates } from "@/core/orders/order-state";
import type { Database } from "@/db/connect";
import { carrierAccounts, carrierSecrets, items, orderLines, orders } from "@/db/schema";
import { codesOfDraft } from "./draft-codes";

/** How often things outside of the setup name a member: stock of items, open orders, accounts. Nothing for most lists. */
export async function usesOutside(
  db: Database,
  list: string,
  code: string,
): Promise<readonly { what: "items" | "orders" | "accounts"; count: number }[]> {
  const counted = { n: sql<number>`count(*)::int` };
  // what was renamed in the draft is called otherwise by orders and items
  const live = (await codesOfDraft(db)).toLive(list, code);
  const found: { what: "items" | "orders" | "accounts"; count: number }[] = [];
  const add = (what: "items" | "orders" | "accounts", rows: readonly { n: number }[]) => {
    const count = rows[0]?.n ?? 0;
    if (count > 0) found.push({ what, count });
  };
  if (list === "origins") {
    const kept = sql`${items.stock} @> jsonb_build_array(jsonb_build_object('origin', ${live}::text))`;
    add("items", await db.select(counted).from(items).where(kept));
    add("orders", await db.select(counted).from(orderLines).where(eq(orderLines.origin, live)));
    add("accounts", await db.select(counted).from(carrierAccounts).where(eq(carrierAccounts.origin, code)));
  }
  if (list === "carriers") {
    add("accounts", await db.select(counted).from(carrierAccounts).where(eq(carrierAccounts.carrier, code)));
    add("accounts", await db.select(counted).from(carrierSecrets).where(eq(carrierSecrets.carrier, code)));
  }
  if (list === "goodsClasses")
    add("items", await db.select(counted).from(items).where(eq(items.goodsClass, live)));
  if (list === "channels")
    add(
      "orders",
      await db
        .select(counted)
        .from(orders)
        .where(and(eq(orders.channel, live), inArray(orders.state, [...openStates]))),
    );
  return found;
}
