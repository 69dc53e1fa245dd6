import { and, asc, desc, eq, ilike, inArray, ne, or, sql, type SQL } from "drizzle-orm";
import type { Database } from "../connect";
import { charges, orderLines, orders } from "../schema/orders";

export type OrderRow = typeof orders.$inferSelect;
export type OrderLineRow = typeof orderLines.$inferSelect;
export type ChargeRow = typeof charges.$inferSelect;

export interface StoredOrder {
  readonly order: OrderRow;
  readonly lines: readonly OrderLineRow[];
  /** The charge applied to it now. */
  readonly charge: ChargeRow | undefined;
}

export async function readOrder(db: Database, number: string): Promise<StoredOrder | undefined> {
  const [order] = await db.select().from(orders).where(eq(orders.number, number));
  if (!order) return undefined;
  const lines = await db
    .select()
    .from(orderLines)
    .where(eq(orderLines.order, number))
    .orderBy(asc(orderLines.position));
  const [charge] =
    order.charge === null ? [] : await db.select().from(charges).where(eq(charges.id, order.charge));
  return { order, lines, charge };
}

export interface OrderFilter {
  readonly state?: string;
  /** Whether those that are done are left out. */
  readonly open?: boolean;
  /** Part of a number, a name, a town or a postcode. */
  readonly search?: string;
}

/** Orders by when they were placed, the newest first, then by number. */
export async function listOrders(db: Database, filter: OrderFilter, limit: number) {
  const conditions: (SQL | undefined)[] = [];
  if (filter.state !== undefined) conditions.push(eq(orders.state, filter.state));
  if (filter.open) conditions.push(ne(orders.state, "done"));
  if (filter.search) {
    const pattern = `%${filter.search.replace(/[\\%_]/g, "\\$&")}%`;
    conditions.push(
      or(
        ilike(orders.number, pattern),
        ilike(orders.customerName, pattern),
        ilike(orders.city, pattern),
        ilike(orders.postcode, pattern),
      ),
    );
  }
  const goods = sql<string>`(select coalesce(sum(l.unit_price * l.quantity - coalesce(l.discount, 0)), 0)::numeric(30, 2)::text from order_lines l where l.order_number = ${orders.number})`;
  return db
    .select({
      number: orders.number,
      state: orders.state,
      channel: orders.channel,
      placedAt: orders.placedAt,
      customerName: orders.customerName,
      city: orders.city,
      country: orders.country,
      goods,
    })
    .from(orders)
    .where(and(...conditions))
    .orderBy(desc(orders.placedAt), desc(orders.number))
    .limit(limit);
}

export async function countByState(db: Database): Promise<Record<string, number>> {
  const rows = await db
    .select({ state: orders.state, n: sql<number>`count(*)::int` })
    .from(orders)
    .groupBy(orders.state);
  return Object.fromEntries(rows.map((row) => [row.state, row.n]));
}

/** Changes an order that still has the version; false when somebody else was first. */
export async function updateOrder(
  tx: Database,
  number: string,
  version: number,
  values: Partial<OrderRow>,
): Promise<boolean> {
  const changed = await tx
    .update(orders)
    .set({ ...values, version: version + 1 })
    .where(and(eq(orders.number, number), eq(orders.version, version)))
    .returning({ number: orders.number });
  return changed.length === 1;
}

export async function updateQuantity(
  tx: Database,
  number: string,
  position: number,
  quantity: number,
): Promise<boolean> {
  const changed = await tx
    .update(orderLines)
    .set({ quantity })
    .where(and(eq(orderLines.order, number), eq(orderLines.position, position)))
    .returning({ position: orderLines.position });
  return changed.length === 1;
}

export async function insertCharge(tx: Database, values: typeof charges.$inferInsert): Promise<string> {
  const [row] = await tx.insert(charges).values(values).returning({ id: charges.id });
  if (!row) throw new Error("a charge was not stored");
  return row.id;
}

export async function insertOrders(
  db: Database,
  list: readonly { order: typeof orders.$inferInsert; lines: readonly (typeof orderLines.$inferInsert)[] }[],
): Promise<void> {
  for (let at = 0; at < list.length; at += 500) {
    const part = list.slice(at, at + 500);
    await db.insert(orders).values(part.map((entry) => entry.order));
    await db.insert(orderLines).values(part.flatMap((entry) => entry.lines));
  }
}

/** Where an order stands, while it is still as it was read and not done; false when somebody was faster. */
export async function settleState(
  db: Database,
  { number, version }: Pick<OrderRow, "number" | "version">,
  state: string,
): Promise<boolean> {
  const changed = await db
    .update(orders)
    .set({ state })
    .where(and(eq(orders.number, number), eq(orders.version, version), ne(orders.state, "done")))
    .returning({ number: orders.number });
  return changed.length === 1;
}

/** Which orders are rated again: those that are open, the last so many, or those placed between two instants (the second is out). */
export type OrderChoice =
  | { readonly kind: "open" }
  | { readonly kind: "last"; readonly count: number }
  | { readonly kind: "between"; readonly from: string; readonly before: string };

/** Orders with their lines and the offer they were charged by, the newest first. */
export async function chosenOrders(db: Database, choice: OrderChoice, most: number) {
  const where =
    choice.kind === "open"
      ? ne(orders.state, "done")
      : choice.kind === "between"
        ? sql`${orders.placedAt} >= ${choice.from} and ${orders.placedAt} < ${choice.before}`
        : undefined;
  const limit = choice.kind === "last" ? Math.min(most, choice.count) : most;
  const rows = await db
    .select({ order: orders, offer: sql<string | null>`${charges.quote}->>'offer'` })
    .from(orders)
    .leftJoin(charges, eq(charges.id, orders.charge))
    .where(where)
    .orderBy(desc(orders.placedAt), desc(orders.number))
    .limit(limit);
  const lines = new Map<string, OrderLineRow[]>();
  for (let at = 0; at < rows.length; at += 5000) {
    const numbers = rows.slice(at, at + 5000).map(({ order }) => order.number);
    for (const line of await db
      .select()
      .from(orderLines)
      .where(inArray(orderLines.order, numbers))
      .orderBy(asc(orderLines.position))) {
      const own = lines.get(line.order);
      if (own) own.push(line);
      else lines.set(line.order, [line]);
    }
  }
  return rows.map(({ order, offer }) => ({
    order,
    offer: offer ?? undefined,
    lines: lines.get(order.number) ?? [],
  }));
}
