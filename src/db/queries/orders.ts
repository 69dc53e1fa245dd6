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

/** Orders that are read at once. */
const PAGE = 1000;

export interface ChosenOrder {
  readonly order: OrderRow;
  readonly lines: readonly OrderLineRow[];
  /** The offer it was charged by. */
  readonly offer: string | undefined;
}

/** Orders with their lines and the offer they were charged by, the newest first, a page at a time. */
export async function* chosenOrders(
  db: Database,
  choice: OrderChoice,
  most: number,
): AsyncGenerator<readonly ChosenOrder[]> {
  let left = mostOf(choice, most);
  let last: OrderRow | undefined;
  while (left > 0) {
    const rows = await db
      .select()
      .from(orders)
      .where(
        and(
          chosenBy(choice),
          last && sql`(${orders.placedAt}, ${orders.number}) < (${last.placedAt}, ${last.number})`,
        ),
      )
      .orderBy(desc(orders.placedAt), desc(orders.number))
      .limit(Math.min(PAGE, left));
    if (rows.length === 0) return;
    yield await withLines(db, rows);
    left -= rows.length;
    last = rows[rows.length - 1];
  }
}

export async function countChosen(db: Database, choice: OrderChoice, most: number): Promise<number> {
  return Math.min(mostOf(choice, most), await db.$count(orders, chosenBy(choice)));
}

function mostOf(choice: OrderChoice, most: number): number {
  return choice.kind === "last" ? Math.min(most, choice.count) : most;
}

function chosenBy(choice: OrderChoice): SQL | undefined {
  if (choice.kind === "open") return ne(orders.state, "done");
  if (choice.kind === "last") return undefined;
  return sql`${orders.placedAt} >= ${choice.from} and ${orders.placedAt} < ${choice.before}`;
}

async function withLines(db: Database, rows: readonly OrderRow[]): Promise<ChosenOrder[]> {
  const lines = new Map<string, OrderLineRow[]>();
  const found = await db
    .select()
    .from(orderLines)
    .where(
      inArray(
        orderLines.order,
        rows.map(({ number }) => number),
      ),
    )
    .orderBy(asc(orderLines.position));
  for (const line of found) {
    const own = lines.get(line.order);
    if (own) own.push(line);
    else lines.set(line.order, [line]);
  }
  const applied = rows.flatMap(({ charge }) => charge ?? []);
  const offers = await db
    .select({ id: charges.id, offer: sql<string>`${charges.quote}->>'offer'` })
    .from(charges)
    .where(inArray(charges.id, applied));
  const offerOf = new Map(offers.map(({ id, offer }) => [id, offer]));
  return rows.map((order) => ({
    order,
    lines: lines.get(order.number) ?? [],
    offer: order.charge === null ? undefined : offerOf.get(order.charge),
  }));
}
