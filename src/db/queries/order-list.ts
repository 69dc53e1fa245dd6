import { and, arrayContains, eq, gte, inArray, lt, lte, sql, type SQL } from "drizzle-orm";
import { openStates, type Look, type OrderState } from "@/core/orders/order-state";
import type { Database } from "../connect";
import { orders } from "../schema/orders";

/** What orders are sorted by; equal ones by their number. */
export const orderSorts = ["placed", "goods", "margin", "number"] as const;
export type OrderSort = (typeof orderSorts)[number];

/** Which orders are listed. Several conditions hold together. */
export interface OrderFilter {
  readonly states?: readonly OrderState[];
  /** With this among what is odd about them, in a state that can still be changed. */
  readonly look?: Look;
  /** Part of a number, a name, a town, a postcode or an item; each word of it has to be there. */
  readonly search?: string;
  readonly channel?: string;
  readonly country?: string;
  readonly origin?: string;
  readonly service?: string;
  readonly offer?: string;
  /** Instants: from the first on, before the second. */
  readonly from?: string;
  readonly before?: string;
  /** Only those that lose money. */
  readonly loss?: boolean;
  /** Goods as they are priced, both bounds in. */
  readonly least?: string;
  readonly most?: string;
}

export interface OrderOrder {
  readonly by: OrderSort;
  readonly descending: boolean;
}

/** The last order of a page: where the next one begins. */
export interface OrderCursor {
  readonly value: string | null;
  readonly number: string;
}

export type ListedOrder = Awaited<ReturnType<typeof listOrders>>[number];

const columns = {
  number: orders.number,
  version: orders.version,
  state: orders.state,
  look: orders.look,
  channel: orders.channel,
  placedAt: orders.placedAt,
  customerName: orders.customerName,
  city: orders.city,
  country: orders.country,
  goods: orders.goods,
  chargeNet: orders.chargeNet,
  cost: orders.cost,
  margin: orders.margin,
  offer: orders.offer,
  services: orders.services,
  origins: orders.origins,
};

const sorted = {
  placed: orders.placedAt,
  goods: orders.goods,
  margin: orders.margin,
  number: orders.number,
} as const;

/** A page of orders; those without the figure they are sorted by come last. */
export async function listOrders(
  db: Database,
  filter: OrderFilter,
  limit: number,
  { by, descending }: OrderOrder = { by: "placed", descending: true },
  after?: OrderCursor,
) {
  const way = sql.raw(descending ? "desc" : "asc");
  const column = sorted[by];
  // these are always there, and an index holds them without a place for what is not
  const last = by === "placed" || by === "number" ? sql`` : sql`nulls last`;
  return db
    .select(columns)
    .from(orders)
    .where(and(...conditionsOf(filter), after && behind(by, descending, after)))
    .orderBy(sql`${column} ${way} ${last}`, sql`${orders.number} ${way}`)
    .limit(limit);
}

/** What comes after an order in the order of the list. */
function behind(by: OrderSort, descending: boolean, { value, number }: OrderCursor): SQL {
  const sign = sql.raw(descending ? "<" : ">");
  const column = sorted[by];
  if (by === "number") return sql`${orders.number} ${sign} ${number}`;
  if (value === null) return sql`${column} is null and ${orders.number} ${sign} ${number}`;
  const pair = sql`(${column}, ${orders.number}) ${sign} (${value}, ${number})`;
  return by === "placed" ? pair : sql`(${pair} or ${column} is null)`;
}

function conditionsOf(filter: OrderFilter): (SQL | undefined)[] {
  const { states, look, search, channel, country, origin, service, offer, from, before, least, most } =
    filter;
  return [
    states && inArray(orders.state, [...states]),
    look && and(arrayContains(orders.look, [look]), inArray(orders.state, [...openStates])),
    ...wordsIn(search).map((word) => sql`${orders.words} like ${`%${word.replace(/[\\%_]/g, "\\$&")}%`}`),
    channel === undefined ? undefined : eq(orders.channel, channel),
    country === undefined ? undefined : eq(orders.country, country),
    origin === undefined ? undefined : arrayContains(orders.origins, [origin]),
    service === undefined ? undefined : arrayContains(orders.services, [service]),
    offer === undefined ? undefined : eq(orders.offer, offer),
    from === undefined ? undefined : gte(orders.placedAt, from),
    before === undefined ? undefined : lt(orders.placedAt, before),
    filter.loss ? sql`${orders.margin} < 0` : undefined,
    least === undefined ? undefined : gte(orders.goods, least),
    most === undefined ? undefined : lte(orders.goods, most),
  ];
}

function wordsIn(search = ""): string[] {
  return search
    .toLowerCase()
    .split(/\s+/)
    .filter((word) => word !== "")
    .slice(0, 8);
}

/** States an order does not come back from by itself: there are ever more of these. */
const ended = ["handed-over", "cancelled"] as const;
/** From so many on they are counted once in a while: nobody works through them. */
const MANY = 20_000;
const KEPT_MS = 60_000;
const kept = new WeakMap<Database, { readonly at: number; readonly counts: Record<string, number> }>();

/**
 * How many orders are in each state, and how many of the open ones have what odd about them. Where very many have ended, those
 * are as many as there were within the last minute.
 */
export async function countOrders(
  db: Database,
): Promise<{ states: Record<string, number>; looks: Record<string, number> }> {
  const [open, looks, over] = await Promise.all([
    countStates(db, [...openStates, "confirmed"]),
    db.execute<{ look: string; n: number }>(
      sql`select unnest(${orders.look}) as look, count(*)::int as n from ${orders}
        where ${inArray(orders.state, [...openStates])} and cardinality(${orders.look}) > 0 group by 1`,
    ),
    countEnded(db),
  ]);
  return {
    states: { ...open, ...over },
    looks: Object.fromEntries(looks.rows.map(({ look, n }) => [look, n])),
  };
}

async function countEnded(db: Database): Promise<Record<string, number>> {
  const known = kept.get(db);
  if (known && Date.now() - known.at < KEPT_MS) return known.counts;
  const counts = await countStates(db, ended);
  const all = Object.values(counts).reduce((sum, n) => sum + n, 0);
  if (all >= MANY) kept.set(db, { at: Date.now(), counts });
  return counts;
}

async function countStates(db: Database, states: readonly string[]): Promise<Record<string, number>> {
  const rows = await db
    .select({ state: orders.state, n: sql<number>`count(*)::int` })
    .from(orders)
    .where(inArray(orders.state, [...states]))
    .groupBy(orders.state);
  return Object.fromEntries(rows.map(({ state, n }) => [state, n]));
}

/** How many a filter finds. */
export async function countFound(db: Database, filter: OrderFilter): Promise<number> {
  return db.$count(orders, and(...conditionsOf(filter)));
}
