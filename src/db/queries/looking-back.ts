import { and, eq, sql, type SQL } from "drizzle-orm";
import { monthAfter } from "@/core/calendar/months";
import type { ResultFigures } from "@/core/recovery/result-sum";
import { dimensions, type Dimension } from "@/core/recovery/shipment-result";
import type { Database } from "../connect";
import { resultDays, resultSums, shipmentResults } from "../schema";
import { between, columnOf, daysOf, figures, has, type Months } from "./result-figures";
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
  const days = daysOf({ from, to });
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
  const days = daysOf({ from, to });
  const { rows } = await db.execute<{ tariff: string; orders: number }>(sql`
    select sell_tariff as tariff, sum(orders)::int as orders from ${shipmentResults}
    where sell_tariff <> '' and ${between(shipmentResults.day, days)} group by sell_tariff order by orders desc, tariff`);
  return rows;
}
