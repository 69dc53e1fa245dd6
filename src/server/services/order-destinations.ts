import "server-only";
import { sql } from "drizzle-orm";
import type { Database } from "@/db/connect";
import { orders } from "@/db/schema";

/** A place orders went to, and how many did. */
export interface OrderDestination {
  readonly country: string;
  readonly subdivision: string | null;
  readonly postcode: string;
  readonly orders: number;
}

/** Every place known from orders, each once. */
export async function orderDestinations(db: Database): Promise<OrderDestination[]> {
  return db
    .select({
      country: orders.country,
      subdivision: orders.subdivision,
      postcode: orders.postcode,
      orders: sql<number>`count(*)::int`,
    })
    .from(orders)
    .groupBy(orders.country, orders.subdivision, orders.postcode);
}
