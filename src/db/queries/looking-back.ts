import {
  and,
  desc,
  eq,
  getTableColumns,
  gt,
  gte,
  inArray,
  isNotNull,
  lt,
  lte,
  sql,
  type SQL,
} from "drizzle-orm";
import { monthAfter } from "@/core/calendar/months";
import type { ArrivedAlike } from "@/core/recovery/promise-kept";
import type { ResultFigures } from "@/core/recovery/result-sum";
import { dimensions, type Dimension } from "@/core/recovery/shipment-result";
import type { Database } from "../connect";
import {
  arrivalSums,
  billedShipments,
  bills,
  resultDays,
  resultSums,
  shipmentResults,
  soldSums,
} from "../schema";
import { between, columnOf, daysOf, figures, type Months } from "./result-figures";
import type { ShipmentResultRow } from "./results";

export interface KeptSum extends ResultFigures {
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
): Promise<KeptSum[]> {
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

export async function readDays(db: Database, months: Months) {
  return db
    .select()
    .from(resultDays)
    .where(between(resultDays.day, daysOf(months)))
    .orderBy(resultDays.day);
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
  const days = between(shipmentResults.day, daysOf({ from, to }));
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
        .orderBy(sql`${shipmentResults.margin}`, shipmentResults.order, shipmentResults.position)
        .limit(most)),
    );
  return found;
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
  return db
    .select({
      zone: soldSums.zone,
      edge: soldSums.edge,
      band: soldSums.band,
      charged: soldSums.charged,
      orders: sql<number>`sum(${soldSums.orders})::int`,
      cost: sql<string>`sum(${soldSums.cost})::text`,
    })
    .from(soldSums)
    .where(and(eq(soldSums.tariff, tariff), gte(soldSums.month, from), lte(soldSums.month, to)))
    .groupBy(soldSums.zone, soldSums.edge, soldSums.band, soldSums.charged)
    .orderBy(soldSums.zone, soldSums.edge, soldSums.band, soldSums.charged);
}

/** The sell tables that charged anything in some months. */
export async function readSellTariffs(
  db: Database,
  { from, to }: Months,
): Promise<{ tariff: string; orders: number }[]> {
  const orders = sql<number>`sum(${soldSums.orders})::int`;
  return db
    .select({ tariff: soldSums.tariff, orders })
    .from(soldSums)
    .where(and(gte(soldSums.month, from), lte(soldSums.month, to)))
    .groupBy(soldSums.tariff)
    .orderBy(desc(orders), soldSums.tariff);
}

/** Shipments of the next orders of some months, by number, at most so many orders; with the weight that was billed of each, kg. */
export async function readSent(
  db: Database,
  months: Months,
  { after, most }: { readonly after: string; readonly most: number },
): Promise<(ShipmentResultRow & { readonly billedWeight: string | null })[]> {
  const own = between(shipmentResults.day, daysOf(months));
  const numbers = db
    .selectDistinct({ order: shipmentResults.order })
    .from(shipmentResults)
    .where(and(own, gt(shipmentResults.order, after)))
    .orderBy(shipmentResults.order)
    .limit(most);
  return db
    .select({
      ...getTableColumns(shipmentResults),
      billedWeight: sql<string | null>`${billedShipments.billed} ->> 'weight'`,
    })
    .from(shipmentResults)
    .leftJoin(
      billedShipments,
      and(
        eq(billedShipments.charge, shipmentResults.charge),
        eq(billedShipments.shipment, shipmentResults.position),
        billedShipments.taken,
      ),
    )
    .where(and(own, inArray(shipmentResults.order, numbers)))
    .orderBy(shipmentResults.order, shipmentResults.position);
}

/** How many shipments left in some months. */
export async function countSent(db: Database, months: Months): Promise<number> {
  return db.$count(shipmentResults, between(shipmentResults.day, daysOf(months)));
}

/** Shipments whose arrival is known, alike by service, zone, days taken and days late, over some months. */
export async function readArrivals(db: Database, { from, to }: Months): Promise<ArrivedAlike[]> {
  return db
    .select({
      service: arrivalSums.service,
      zone: arrivalSums.zone,
      transitDays: arrivalSums.transitDays,
      daysLate: arrivalSums.daysLate,
      shipments: sql<number>`sum(${arrivalSums.shipments})::int`,
    })
    .from(arrivalSums)
    .where(and(gte(arrivalSums.month, from), lte(arrivalSums.month, to)))
    .groupBy(arrivalSums.service, arrivalSums.zone, arrivalSums.transitDays, arrivalSums.daysLate)
    .orderBy(arrivalSums.service, arrivalSums.zone, arrivalSums.transitDays, arrivalSums.daysLate);
}

/** Fees of no shipment on bills dated in some months, by month and carrier, without tax in home currency. */
export async function readFees(
  db: Database,
  { from, to }: Months,
): Promise<{ month: string; carrier: string; amount: string }[]> {
  const month = sql<string>`left(${bills.date}, 7)`;
  return db
    .select({ month, carrier: bills.carrier, amount: sql<string>`sum(${bills.feesHome})::text` })
    .from(bills)
    .where(
      and(gte(bills.date, `${from}-01`), lt(bills.date, `${monthAfter(to)}-01`), isNotNull(bills.feesHome)),
    )
    .groupBy(month, bills.carrier)
    .having(sql`sum(${bills.feesHome}) <> 0`)
    .orderBy(month, bills.carrier);
}

/** What each month's shipments of each carrier come to, by a dimension. */
export async function readCarrierSums(db: Database, { from, to }: Months, dimension: Dimension) {
  const [first, second] = dimension === "carrier" ? ["carrier", ""] : ["carrier", dimension];
  const rows = await db
    .select()
    .from(resultSums)
    .where(
      and(
        eq(resultSums.dimension, first),
        eq(resultSums.dimension2, second),
        gte(resultSums.month, from),
        lte(resultSums.month, to),
      ),
    )
    .orderBy(resultSums.month, resultSums.value, resultSums.value2);
  return rows.map(({ month, value, value2, ...figures }) => ({
    month,
    carrier: value,
    value: dimension === "carrier" ? value : value2,
    figures,
  }));
}
