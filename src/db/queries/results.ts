import { and, asc, eq, inArray, isNotNull, min, sql, sum, type SQL } from "drizzle-orm";
import type { PgColumn } from "drizzle-orm/pg-core";
import { dimensions, type Dimension } from "@/core/recovery/shipment-result";
import type { Database } from "../connect";
import {
  billedShipments,
  bills,
  credits,
  dispatches,
  resultDays,
  resultSums,
  shipmentResults,
  staleResults,
  staleSums,
} from "../schema";
import { appendRows } from "./bulk";

export type ShipmentResultRow = typeof shipmentResults.$inferSelect;
export type ResultFigures = Omit<typeof resultDays.$inferSelect, "day">;

/** The sum of its concessions is kept as of a dimension, though a shipment may have several, or none. */
export const CONCESSION = "concession";

/** Whether nobody else makes results anew until this transaction ends. */
export async function lockResults(tx: Database): Promise<boolean> {
  const { rows } = await tx.execute<{ ours: boolean }>(
    sql`select pg_try_advisory_xact_lock(7316, 18) as ours`,
  );
  return rows[0]?.ours === true;
}

/** Orders whose results are to be made anew, at most so many; they are not stale any more for whoever comes after this transaction. */
export async function takeStaleOrders(tx: Database, most: number): Promise<string[]> {
  const rows = await tx
    .selectDistinct({ order: staleResults.order })
    .from(staleResults)
    .orderBy(asc(staleResults.order))
    .limit(most);
  const numbers = rows.map(({ order }) => order);
  if (numbers.length > 0) await tx.delete(staleResults).where(inArray(staleResults.order, numbers));
  return numbers;
}

/** Puts results in the place of all those of some orders, and has the sums of their months made anew. */
export async function replaceResults(
  tx: Database,
  numbers: readonly string[],
  rows: readonly Omit<ShipmentResultRow, "margin">[],
): Promise<void> {
  const gone = await tx
    .delete(shipmentResults)
    .where(inArray(shipmentResults.order, [...numbers]))
    .returning({ day: shipmentResults.day });
  await appendRows(tx, shipmentResults, rows);
  const months = [...new Set([...gone, ...rows].map(({ day }) => day.slice(0, 7)))].sort();
  if (months.length > 0)
    await tx
      .insert(staleSums)
      .values(months.map((month) => ({ month })))
      .onConflictDoNothing();
}

/** The month whose sums are to be made anew first: the newest. */
export async function takeStaleMonth(tx: Database): Promise<string | undefined> {
  const [row] = await tx
    .delete(staleSums)
    .where(eq(staleSums.month, sql`(select max(month) from ${staleSums})`))
    .returning();
  return row?.month;
}

/** How many orders and months still wait. */
export async function countStale(db: Database): Promise<number> {
  const { rows } = await db.execute<{ stale: number }>(
    sql`select ((select count(distinct order_number) from ${staleResults}) + (select count(*) from ${staleSums}))::int as stale`,
  );
  return rows[0]?.stale ?? 0;
}

const has = sql`${shipmentResults.charged} is not null and ${shipmentResults.expected} is not null`;
const moneyOf = (column: PgColumn, also: SQL = sql`true`) =>
  sql`coalesce(sum(${column}) filter (where ${has} and ${also}), 0)`;

/** Sums of shipments, each by the column it is kept in. */
const sums: readonly (readonly [column: string, of: SQL])[] = [
  ["shipments", sql`count(*)::int`],
  ["orders", sql`coalesce(sum(${shipmentResults.orders}), 0)::int`],
  ["parcels", sql`coalesce(sum(${shipmentResults.parcels}), 0)::int`],
  ["unpriced", sql`(count(*) filter (where not (${has})))::int`],
  ["charged", moneyOf(shipmentResults.charged)],
  ["expected", moneyOf(shipmentResults.expected)],
  ["billed", moneyOf(shipmentResults.billed)],
  ["expected_of_billed", moneyOf(shipmentResults.expected, sql`${shipmentResults.billed} is not null`)],
  ["billed_shipments", sql`(count(${shipmentResults.billed}) filter (where ${has}))::int`],
];
const columns = sql.raw(sums.map(([name]) => name).join(", "));
const figures = sql.join(
  sums.map(([name, of]) => sql`${of} as ${sql.identifier(name)}`),
  sql`, `,
);

const columnOf = (dimension: Dimension) => shipmentResults[dimension];

/** Which of the dimensions a sum is by, each as a bit that is set where it is not: as the database's `grouping` tells it. */
function maskOf(own: readonly Dimension[]): number {
  return dimensions.reduce((mask, dimension) => mask * 2 + (own.includes(dimension) ? 0 : 1), 0);
}

/** Nothing, each dimension, and every two, the earlier first. */
function groupings(): Dimension[][] {
  const pairs = dimensions.flatMap((one, at) => dimensions.slice(at + 1).map((other) => [one, other]));
  return [[], ...dimensions.map((one) => [one]), ...pairs];
}

/** Makes a month's sums, and those of its days, anew from its shipments. */
export async function sumMonth(tx: Database, month: string): Promise<void> {
  const days = { from: `${month}-01`, before: `${monthAfter(month)}-01` };
  await tx.delete(resultSums).where(eq(resultSums.month, month));
  await tx.delete(resultDays).where(between(resultDays.day, days));
  const own = between(shipmentResults.day, days);
  await tx.execute(sql`
    insert into ${resultSums} (month, dimension, value, dimension_2, value_2, ${columns})
    select ${month}::text, by.one, ${valueOf("one")}, by.two, ${valueOf("two")}, ${columns}
    from (${groupedSums(own)}) as grouped
    join (values ${masks()}) as by (mask, one, two) on by.mask = grouped.mask`);
  await tx.execute(sql`
    insert into ${resultSums} (month, dimension, value, dimension_2, value_2, ${columns})
    select ${month}::text, ${CONCESSION}::text, kind, '', '', ${figures}
    from ${shipmentResults}, unnest(${shipmentResults.concessions}) as kind where ${own} group by kind`);
  await tx.execute(sql`
    insert into ${resultDays} (day, ${columns})
    select ${shipmentResults.day}, ${figures} from ${shipmentResults} where ${own} group by ${shipmentResults.day}`);
}

function groupedSums(own: SQL): SQL {
  const names = sql.join(dimensions.map(columnOf), sql`, `);
  const sets = groupings().map((set) => sql`(${sql.join(set.map(columnOf), sql`, `)})`);
  return sql`
    select grouping(${names}) as mask, ${names}, ${figures} from ${shipmentResults} where ${own}
    group by grouping sets (${sql.join(sets, sql`, `)}) having count(*) > 0`;
}

function masks(): SQL {
  return sql.join(
    groupings().map((set) => sql`(${maskOf(set)}::int, ${set[0] ?? ""}::text, ${set[1] ?? ""}::text)`),
    sql`, `,
  );
}

function valueOf(which: "one" | "two"): SQL {
  const cases = dimensions.map((one) => sql`when ${one} then grouped.${sql.identifier(columnOf(one).name)}`);
  return sql`case by.${sql.identifier(which)} ${sql.join(cases, sql` `)} else '' end`;
}

/** From a day, before another. */
export interface Days {
  readonly from: string;
  readonly before: string;
}

function between(column: PgColumn, { from, before }: Days): SQL {
  return sql`(${column} >= ${from} and ${column} < ${before})`;
}

function monthAfter(month: string): string {
  const [year = 0, number = 0] = month.split("-").map(Number);
  return number === 12 ? `${year + 1}-01` : `${year}-${String(number + 1).padStart(2, "0")}`;
}

/** First and last month, both in. */
export interface Months {
  readonly from: string;
  readonly to: string;
}

export interface ResultSum extends ResultFigures {
  readonly value: string;
  readonly value2: string;
}

const summedFigures = {
  shipments: sql<number>`sum(${resultSums.shipments})::int`,
  orders: sql<number>`sum(${resultSums.orders})::int`,
  parcels: sql<number>`sum(${resultSums.parcels})::int`,
  unpriced: sql<number>`sum(${resultSums.unpriced})::int`,
  charged: sql<string>`sum(${resultSums.charged})`,
  expected: sql<string>`sum(${resultSums.expected})`,
  billed: sql<string>`sum(${resultSums.billed})`,
  expectedOfBilled: sql<string>`sum(${resultSums.expectedOfBilled})`,
  billedShipments: sql<number>`sum(${resultSums.billedShipments})::int`,
};

/** Kept sums of some months by a dimension, by two (in their order), or (`""`) of all. */
export async function readSums(
  db: Database,
  months: Months,
  dimension: string,
  dimension2 = "",
): Promise<ResultSum[]> {
  return db
    .select({ value: resultSums.value, value2: resultSums.value2, ...summedFigures })
    .from(resultSums)
    .where(
      and(
        eq(resultSums.dimension, dimension),
        eq(resultSums.dimension2, dimension2),
        sql`${resultSums.month} >= ${months.from}`,
        sql`${resultSums.month} <= ${months.to}`,
      ),
    )
    .groupBy(resultSums.value, resultSums.value2)
    .orderBy(resultSums.value, resultSums.value2);
}

export async function readDays(db: Database, { from, to }: Months) {
  const days = { from: `${from}-01`, before: `${monthAfter(to)}-01` };
  return db.select().from(resultDays).where(between(resultDays.day, days)).orderBy(resultDays.day);
}

/** The first and the last month anything left in. */
export async function resultMonths(db: Database): Promise<Months | undefined> {
  const { rows } = await db.execute<{ from: string | null; to: string | null }>(
    sql`select min(day) as from, max(day) as to from ${resultDays}`,
  );
  const [row] = rows;
  return row?.from && row.to ? { from: row.from.slice(0, 7), to: row.to.slice(0, 7) } : undefined;
}

/** Which shipments: of some months, and of these values of dimensions and concessions. */
export interface ResultFilter extends Months {
  readonly values: Readonly<Partial<Record<Dimension, string>>>;
  readonly concession?: string;
}

function filtered({ from, to, values, concession }: ResultFilter): SQL {
  const own = dimensions.flatMap((one) => {
    const value = values[one];
    return value === undefined ? [] : [sql`${columnOf(one)} = ${value}`];
  });
  const given = concession === undefined ? [] : [sql`${concession} = any(${shipmentResults.concessions})`];
  const days = between(shipmentResults.day, { from: `${from}-01`, before: `${monthAfter(to)}-01` });
  return sql.join([days, ...own, ...given], sql` and `);
}

/** Shipments to the row, those first that lost most; ties by order and place. */
export async function readResults(
  db: Database,
  filter: ResultFilter,
  { most, from = 0 }: { readonly most: number; readonly from?: number },
): Promise<ShipmentResultRow[]> {
  return db
    .select()
    .from(shipmentResults)
    .where(filtered(filter))
    .orderBy(sql`${shipmentResults.margin} asc nulls last`, shipmentResults.order, shipmentResults.position)
    .limit(most)
    .offset(from);
}

/** What shipments come to, worked out from each of them. */
export async function sumResults(db: Database, filter: ResultFilter): Promise<ResultFigures> {
  const { rows } = await db.execute<Record<string, unknown>>(
    sql`select ${figures} from ${shipmentResults} where ${filtered(filter)}`,
  );
  const row = rows[0] ?? {};
  const [count, money] = [(name: string) => Number(row[name] ?? 0), (name: string) => String(row[name] ?? 0)];
  return {
    shipments: count("shipments"),
    orders: count("orders"),
    parcels: count("parcels"),
    unpriced: count("unpriced"),
    charged: money("charged"),
    expected: money("expected"),
    billed: money("billed"),
    expectedOfBilled: money("expected_of_billed"),
    billedShipments: count("billed_shipments"),
  };
}

/** The shipments of some months that lost most; of each month its own, by an index. */
export async function readLosses(db: Database, months: Months, most: number): Promise<ShipmentResultRow[]> {
  const found: ShipmentResultRow[] = [];
  for (let month = months.from; month <= months.to; month = monthAfter(month))
    found.push(
      ...(await db
        .select()
        .from(shipmentResults)
        .where(sql`left(${shipmentResults.day}, 7) = ${month} and ${shipmentResults.margin} < 0`)
        .orderBy(sql`${shipmentResults.margin}`)
        .limit(most)),
    );
  return found;
}

/** The first day anything of a shipment left, and what was billed of it, for the shipments of some orders. */
export async function readOutcomes(db: Database, numbers: readonly string[]) {
  const left = await db
    .select({
      order: dispatches.order,
      service: dispatches.service,
      origin: dispatches.origin,
      day: min(dispatches.day),
    })
    .from(dispatches)
    .where(inArray(dispatches.order, [...numbers]))
    .groupBy(dispatches.order, dispatches.service, dispatches.origin);
  const billed = await db
    .select({
      charge: billedShipments.charge,
      shipment: billedShipments.shipment,
      billed: billedShipments.billedHome,
    })
    .from(billedShipments)
    .where(
      and(
        inArray(billedShipments.order, [...numbers]),
        billedShipments.taken,
        isNotNull(billedShipments.billedHome),
      ),
    );
  const credited = await db
    .select({
      order: credits.order,
      net: sum(sql`(${credits.delivery} ->> 'net')::numeric`),
    })
    .from(credits)
    .where(and(inArray(credits.order, [...numbers]), isNotNull(credits.delivery)))
    .groupBy(credits.order);
  return { left, billed, credited };
}

/** Orders charged alike by a cell of a sell table; money in home currency. */
export interface SoldBy {
  readonly zone: string;
  readonly edge: string;
  readonly band: string;
  readonly charged: string;
  readonly orders: number;
  readonly cost: string;
}

/** What a sell table charged over some months: its orders by their cell and what each was charged, with what they cost. */
export async function readSold(db: Database, tariff: string, { from, to }: Months): Promise<SoldBy[]> {
  const days = { from: `${from}-01`, before: `${monthAfter(to)}-01` };
  const { rows } = await db.execute<SoldBy & Record<string, unknown>>(sql`
    select zone, edge, band, charged::text as charged, count(*)::int as orders, sum(cost)::text as cost
    from (
      select min(sell_zone) as zone, min(sell_edge) as edge, min(sell_band) as band,
        sum(charged) as charged, sum(coalesce(billed, expected)) as cost
      from ${shipmentResults}
      where sell_tariff = ${tariff} and ${between(shipmentResults.day, days)} and ${has}
      group by charge
      having count(distinct (sell_zone, sell_edge, sell_band)) = 1
    ) as sold
    group by zone, edge, band, charged order by zone, edge, band, charged`);
  return rows;
}

/** The sell tables that charged anything in some months. */
export async function readSellTariffs(
  db: Database,
  { from, to }: Months,
): Promise<{ tariff: string; orders: number }[]> {
  const days = { from: `${from}-01`, before: `${monthAfter(to)}-01` };
  const { rows } = await db.execute<{ tariff: string; orders: number }>(sql`
    select sell_tariff as tariff, sum(orders)::int as orders from ${shipmentResults}
    where sell_tariff <> '' and ${between(shipmentResults.day, days)} group by sell_tariff order by orders desc, tariff`);
  return rows;
}

const isBilled = (until: SQL) => sql`exists (
  select 1 from ${billedShipments} join ${bills} on ${bills.id} = ${billedShipments.bill}
  where ${billedShipments.charge} = ${shipmentResults.charge} and ${billedShipments.shipment} = ${shipmentResults.position}
    and ${billedShipments.taken} and ${until})`;

/** What a carrier took over between two days, both in, and has not billed: how many shipments, and the orders of the first ones. */
export async function readWaiting(
  db: Database,
  carrier: string,
  { from, to, most }: { readonly from: string; readonly to: string; readonly most: number },
): Promise<{ readonly shipments: number; readonly orders: string[] }> {
  const { rows } = await db.execute<{ order: string; shipments: number }>(sql`
    select order_number as order, count(*) over ()::int as shipments from ${shipmentResults}
    where carrier = ${carrier} and day >= ${from} and day <= ${to} and handed_over and not ${isBilled(sql`true`)}
    order by day, order_number, position limit ${most}`);
  return { shipments: rows[0]?.shipments ?? 0, orders: rows.map(({ order }) => order) };
}

/** What was handed over by the end of a day and is on no bill of that day or before, within the year before it; by carrier and service, what costs nothing left out. `late`: what of it left since a day. */
export async function readUnbilled(
  db: Database,
  { from, to, since }: { readonly from: string; readonly to: string; readonly since: string },
) {
  const { rows } = await db.execute<{
    carrier: string;
    service: string;
    shipments: number;
    expected: string;
    late: string;
  }>(sql`
    select carrier, service, count(*)::int as shipments, coalesce(sum(expected), 0)::text as expected,
      coalesce(sum(expected) filter (where day >= ${since}), 0)::text as late
    from ${shipmentResults}
    where day >= ${from} and day <= ${to} and handed_over and not ${isBilled(sql`${bills.date} <= ${to}`)}
    group by carrier, service having sum(expected) <> 0 order by carrier, service`);
  return rows;
}

/** What bills dated between two days come to in home currency, by carrier: of shipments that are matched, of all others, and fees. */
export async function readBilled(db: Database, { from, to }: { readonly from: string; readonly to: string }) {
  const { rows } = await db.execute<{
    carrier: string;
    bills: number;
    matched: string;
    others: string;
    fees: string;
  }>(sql`
    select ${bills.carrier} as carrier, count(*)::int as bills, sum(own.matched)::text as matched,
      sum(own.others)::text as others, coalesce(sum(${bills.feesHome}), 0)::text as fees
    from ${bills}
    cross join lateral (
      select coalesce(sum(billed_home) filter (where taken), 0) as matched,
        coalesce(sum(billed_home) filter (where not taken), 0) as others
      from ${billedShipments} where bill = ${bills.id}
    ) as own
    where ${bills.date} >= ${from} and ${bills.date} <= ${to} group by ${bills.carrier} order by ${bills.carrier}`);
  return rows;
}

/** Orders that were handed over and whose first shipment left between two days, with the carriers of all their shipments. */
export async function readHandedOver(
  db: Database,
  {
    from,
    to,
    after,
    most,
  }: { readonly from: string; readonly to: string; readonly after: string; readonly most: number },
): Promise<{ order: string; carriers: string[] }[]> {
  const { rows } = await db.execute<{ order: string; carriers: string[] }>(sql`
    select first.order_number as order, (
      select array_agg(distinct carrier order by carrier) from ${shipmentResults} as own
      where own.order_number = first.order_number
    ) as carriers
    from ${shipmentResults} as first
    where position = 0 and handed_over and day >= ${from} and day <= ${to} and order_number > ${after}
    order by order_number limit ${most}`);
  return rows;
}
