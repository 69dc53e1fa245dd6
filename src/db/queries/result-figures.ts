import { sql, type SQL } from "drizzle-orm";
import type { PgColumn } from "drizzle-orm/pg-core";
import { monthAfter } from "@/core/calendar/months";
import type { Dimension } from "@/core/recovery/shipment-result";
import { shipmentResults } from "../schema";

/** Whether there was an exchange rate. */
export const has = sql`${shipmentResults.charged} is not null and ${shipmentResults.expected} is not null`;
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
export const columns = sql.raw(sums.map(([name]) => name).join(", "));
export const figures = sql.join(
  sums.map(([name, of]) => sql`${of} as ${sql.identifier(name)}`),
  sql`, `,
);

export const columnOf = (dimension: Dimension) => shipmentResults[dimension];

/** From a day, before another. */
interface Days {
  readonly from: string;
  readonly before: string;
}

export function between(column: PgColumn, { from, before }: Days): SQL {
  return sql`(${column} >= ${from} and ${column} < ${before})`;
}

export const daysOf = ({ from, to }: Months): Days => ({
  from: `${from}-01`,
  before: `${monthAfter(to)}-01`,
});

/** First and last month, both in. */
export interface Months {
  readonly from: string;
  readonly to: string;
}
