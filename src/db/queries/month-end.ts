import { sql } from "drizzle-orm";
import type { Database } from "../connect";
import { billedShipments, bills, shipmentResults, staleResults } from "../schema";

/** By a bill that its result does not know of yet, as it waits to be made anew. */
const isBilled = sql`${shipmentResults.order} in (select ${staleResults.order} from ${staleResults}) and exists (
  select 1 from ${billedShipments}
  where ${billedShipments.charge} = ${shipmentResults.charge} and ${billedShipments.shipment} = ${shipmentResults.position}
    and ${billedShipments.taken})`;

/** What a carrier took over between two days, both in, and has not billed: how many shipments, and the orders of the first ones. */
export async function readWaiting(
  db: Database,
  carrier: string,
  { from, to, most }: { readonly from: string; readonly to: string; readonly most: number },
): Promise<{ readonly shipments: number; readonly orders: string[] }> {
  const { rows } = await db.execute<{ order: string; shipments: number }>(sql`
    select order_number as order, count(*) over ()::int as shipments from ${shipmentResults}
    where carrier = ${carrier} and day >= ${from} and day <= ${to} and handed_over
      and billed_on is null and not (${isBilled})
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
    from (
      select carrier, service, day, expected from ${shipmentResults}
      where billed_on is null and handed_over and day >= ${from} and day <= ${to}
      union all
      select carrier, service, day, expected from ${shipmentResults}
      where billed_on > ${to} and handed_over and day >= ${from} and day <= ${to}
    ) as unbilled
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
    select ${bills.carrier} as carrier, count(*)::int as bills, sum(${bills.matchedHome})::text as matched,
      sum(${bills.othersHome})::text as others, coalesce(sum(${bills.feesHome}), 0)::text as fees
    from ${bills} where ${bills.date} >= ${from} and ${bills.date} <= ${to} group by ${bills.carrier} order by ${bills.carrier}`);
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
