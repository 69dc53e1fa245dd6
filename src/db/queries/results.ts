import { and, asc, eq, inArray, isNotNull, min, sql, sum, type SQL } from "drizzle-orm";
import { dimensions, type Dimension } from "@/core/recovery/shipment-result";
import type { Database } from "../connect";
import {
  billedShipments,
  bills,
  arrivalSums,
  credits,
  deliveries,
  dispatches,
  resultDays,
  resultSums,
  shipmentResults,
  soldSums,
  staleResults,
  staleSums,
} from "../schema";
import { appendRows } from "./bulk";
import { between, columnOf, columns, daysOf, figures, has } from "./result-figures";

export type ShipmentResultRow = typeof shipmentResults.$inferSelect;

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
  const days = daysOf({ from: month, to: month });
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
  await sumSold(tx, month);
  await tx.delete(arrivalSums).where(eq(arrivalSums.month, month));
  await tx.execute(sql`
    insert into ${arrivalSums} (month, service, zone, transit_days, days_late, shipments)
    select ${month}::text, service, zone, transit_days,
      coalesce(greatest(delivered_on::date - promised_on::date, 0), 0) as days_late, count(*)::int
    from ${shipmentResults} where ${own} and transit_days is not null
    group by service, zone, transit_days, days_late`);
}

/** What cells of sell tables charged in a month; an order's later shipments may have left in another. */
async function sumSold(tx: Database, month: string): Promise<void> {
  const own = between(shipmentResults.day, daysOf({ from: month, to: month }));
  await tx.delete(soldSums).where(eq(soldSums.month, month));
  await tx.execute(sql`
    insert into ${soldSums} (month, tariff, zone, edge, band, charged, orders, cost)
    select ${month}::text, tariff, zone, edge, band, charged, count(*)::int, sum(cost)
    from (
      select min(sell_tariff) as tariff, min(sell_zone) as zone, min(sell_edge) as edge, min(sell_band) as band,
        sum(charged) as charged, sum(coalesce(billed, expected)) as cost
      from ${shipmentResults}
      where sell_tariff <> '' and charge in (select charge from ${shipmentResults} where ${own} and position = 0)
      group by charge
      having count(distinct (sell_tariff, sell_zone, sell_edge, sell_band)) = 1 and bool_and(${has})
    ) as sold
    group by tariff, zone, edge, band, charged`);
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
      date: bills.date,
    })
    .from(billedShipments)
    .innerJoin(bills, eq(bills.id, billedShipments.bill))
    .where(and(inArray(billedShipments.order, [...numbers]), billedShipments.taken));
  const arrived = await db
    .select({
      order: deliveries.order,
      service: deliveries.service,
      origin: deliveries.origin,
      day: deliveries.day,
    })
    .from(deliveries)
    .where(inArray(deliveries.order, [...numbers]));
  const credited = await db
    .select({
      order: credits.order,
      net: sum(sql`(${credits.delivery} ->> 'net')::numeric`),
    })
    .from(credits)
    .where(and(inArray(credits.order, [...numbers]), isNotNull(credits.delivery)))
    .groupBy(credits.order);
  return { left, billed, arrived, credited };
}
