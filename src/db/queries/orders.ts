import { and, asc, desc, eq, inArray, isNotNull, sql, type SQL } from "drizzle-orm";
import { openStates } from "@/core/orders/order-state";
import type { Database } from "../connect";
import { charges, orderLines, orders } from "../schema/orders";
import { appendRows } from "./bulk";

export type OrderRow = typeof orders.$inferSelect;
export type OrderLineRow = typeof orderLines.$inferSelect;
export type ChargeRow = typeof charges.$inferSelect;

export interface StoredOrder {
  readonly order: OrderRow;
  readonly lines: readonly OrderLineRow[];
  /** The charge applied to it now. */
  readonly charge: ChargeRow | undefined;
}

export async function readOrder(
  db: Database,
  number: string,
  { lock = false }: { readonly lock?: boolean } = {},
): Promise<StoredOrder | undefined> {
  const asked = db.select().from(orders).where(eq(orders.number, number));
  const [order] = await (lock ? asked.for("update") : asked);
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

/** Orders whole, in the order of their numbers as they are asked for; those that are not there are left out. */
export async function readOrders(db: Database, numbers: readonly string[]): Promise<StoredOrder[]> {
  if (numbers.length === 0) return [];
  const rows = await db
    .select()
    .from(orders)
    .where(inArray(orders.number, [...numbers]));
  const applied = rows.flatMap(({ charge }) => charge ?? []);
  const lines = await linesOf(db, rows);
  const quoted =
    applied.length === 0 ? [] : await db.select().from(charges).where(inArray(charges.id, applied));
  const known = new Map(quoted.map((charge) => [charge.id, charge]));
  const byNumber = new Map(rows.map((order) => [order.number, order]));
  return numbers.flatMap((number) => {
    const order = byNumber.get(number);
    if (!order) return [];
    const charge = order.charge === null ? undefined : known.get(order.charge);
    return { order, lines: lines.get(number) ?? [], charge };
  });
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

/** Puts other lines in the place of an order's. */
export async function replaceLines(
  tx: Database,
  number: string,
  lines: readonly (typeof orderLines.$inferInsert)[],
): Promise<void> {
  await tx.delete(orderLines).where(eq(orderLines.order, number));
  await appendRows(tx, orderLines, lines);
}

/** Orders that have to be worked out anew, those that wait longest first. */
export async function staleOrders(db: Database, most: number): Promise<string[]> {
  const rows = await db
    .select({ number: orders.number })
    .from(orders)
    .where(isNotNull(orders.staleAt))
    .orderBy(asc(orders.staleAt), asc(orders.number))
    .limit(most);
  return rows.map(({ number }) => number);
}

/** Marks open orders that hold one of these items: where they stand may have changed. */
export async function markStaleWith(tx: Database, skus: readonly string[], at: string): Promise<void> {
  const holding = tx
    .select({ number: orderLines.order })
    .from(orderLines)
    .where(inArray(orderLines.sku, [...skus]));
  await tx
    .update(orders)
    .set({ staleAt: at })
    .where(and(inArray(orders.state, [...openStates]), inArray(orders.number, holding)));
}

/** Marks the open orders of a channel: where they stand may have changed. */
export async function markChannelStale(tx: Database, channel: string, at: string): Promise<void> {
  await tx
    .update(orders)
    .set({ staleAt: at })
    .where(and(inArray(orders.state, [...openStates]), eq(orders.channel, channel)));
}

/** What is known of orders by their numbers. */
export async function knownOrders(
  db: Database,
  numbers: readonly string[],
): Promise<Map<string, Pick<OrderRow, "number" | "version" | "received" | "state">>> {
  const rows = await db
    .select({
      number: orders.number,
      version: orders.version,
      received: orders.received,
      state: orders.state,
    })
    .from(orders)
    .where(inArray(orders.number, [...numbers]));
  return new Map(rows.map((row) => [row.number, row]));
}

/** How many locks stand for all numbers: a list of any length needs no more. */
const NUMBER_LOCKS = 64;

/** Has nobody else receive orders of these numbers before the transaction ends; taken in one order, so that nobody waits in a circle. */
export async function lockNumbers(tx: Database, numbers: readonly string[]): Promise<void> {
  await tx.execute(sql`select pg_advisory_xact_lock(7316, lock) from (
    select distinct abs(hashtext(value)) % ${NUMBER_LOCKS}::int as lock
    from jsonb_array_elements_text(${JSON.stringify(numbers)}::jsonb) order by 1) as locks`);
}

/** Numbers for orders that came without one. */
export async function newNumbers(db: Database, count: number): Promise<string[]> {
  const { rows } = await db.execute<{ n: string }>(
    sql`select nextval('order_numbers')::text as n from generate_series(1, ${count})`,
  );
  return rows.map(({ n }) => n);
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
  await appendRows(
    db,
    orders,
    list.map(({ order }) => order),
  );
  await appendRows(
    db,
    orderLines,
    list.flatMap(({ lines }) => lines),
  );
}

/** Where an order stands, while it is still as it was read and open; false when somebody was faster. */
export async function settleState(
  db: Database,
  { number, version, staleAt }: Pick<OrderRow, "number" | "version" | "staleAt">,
  { state, look }: { readonly state: string; readonly look: readonly string[] },
): Promise<boolean> {
  const changed = await db
    .update(orders)
    .set({
      state,
      look: [...look],
      // what changed meanwhile is worked out once more
      staleAt: sql`case when ${orders.staleAt} is not distinct from ${staleAt}::timestamptz then null else ${orders.staleAt} end`,
    })
    .where(
      and(eq(orders.number, number), eq(orders.version, version), inArray(orders.state, [...openStates])),
    )
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
  /** What carriers said for that charge, and when it was applied. */
  readonly live: { readonly answers: unknown; readonly at: string } | undefined;
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
  if (choice.kind === "open") return inArray(orders.state, [...openStates]);
  if (choice.kind === "last") return undefined;
  return sql`${orders.placedAt} >= ${choice.from} and ${orders.placedAt} < ${choice.before}`;
}

/** The lines of orders, in their order. */
async function linesOf(db: Database, rows: readonly OrderRow[]): Promise<Map<string, OrderLineRow[]>> {
  const lines = new Map<string, OrderLineRow[]>();
  const numbers = rows.map(({ number }) => number);
  const found = await db
    .select()
    .from(orderLines)
    .where(inArray(orderLines.order, numbers))
    .orderBy(asc(orderLines.position));
  for (const line of found) {
    const own = lines.get(line.order);
    if (own) own.push(line);
    else lines.set(line.order, [line]);
  }
  return lines;
}

async function withLines(db: Database, rows: readonly OrderRow[]): Promise<ChosenOrder[]> {
  const lines = await linesOf(db, rows);
  const applied = rows.flatMap(({ charge }) => charge ?? []);
  const offers = await db
    .select({
      id: charges.id,
      offer: sql<string>`${charges.quote}->>'offer'`,
      live: charges.live,
      at: charges.appliedAt,
    })
    .from(charges)
    .where(inArray(charges.id, applied));
  const chargeOf = new Map(offers.map((charge) => [charge.id, charge]));
  return rows.map((order) => {
    const charge = order.charge === null ? undefined : chargeOf.get(order.charge);
    return {
      order,
      lines: lines.get(order.number) ?? [],
      offer: charge?.offer,
      live: charge && charge.live !== null ? { answers: charge.live, at: charge.at } : undefined,
    };
  });
}
