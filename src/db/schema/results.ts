import { sql } from "drizzle-orm";
import { boolean, index, integer, numeric, pgTable, primaryKey, text, uuid } from "drizzle-orm/pg-core";

/**
 * What shipments of orders that are done were charged, expected to cost and billed, for looking back: made anew from orders and
 * bills whenever these change. Money without tax in home currency; none where there was no exchange rate, or no bill yet.
 */
export const shipmentResults = pgTable(
  "shipment_results",
  {
    charge: uuid().notNull(),
    position: integer().notNull(),
    order: text("order_number").notNull(),
    /** The day it left, else that of its order: `YYYY-MM-DD`. */
    day: text().notNull(),
    carrier: text().notNull(),
    service: text().notNull(),
    zone: text().notNull(),
    channel: text().notNull(),
    country: text().notNull(),
    offer: text().notNull(),
    origin: text().notNull(),
    break: text("weight_break").notNull(),
    goodsClass: text("goods_class").notNull(),
    customerGroup: text("customer_group").notNull(),
    concessions: text().array().notNull(),
    /** The cell of the sell table that charged it; `""` without. */
    sellTariff: text("sell_tariff").notNull(),
    sellZone: text("sell_zone").notNull(),
    sellEdge: text("sell_edge").notNull(),
    sellBand: text("sell_band").notNull(),
    /** 1 for the first shipment of its order, else 0. */
    orders: integer().notNull(),
    parcels: integer().notNull(),
    handedOver: boolean("handed_over").notNull(),
    charged: numeric(),
    expected: numeric(),
    billed: numeric(),
    /** The date of the bill that has it. */
    billedOn: text("billed_on"),
    /** The last day it was promised for, and the day it arrived. */
    promisedOn: text("promised_on"),
    deliveredOn: text("delivered_on"),
    /** Working days of its carrier from the day it left to the day it arrived, where both are known. */
    transitDays: integer("transit_days"),
    /** Charged less what is billed, or less what was expected where nothing is yet. */
    margin: numeric().generatedAlwaysAs(sql`charged - coalesce(billed, expected)`),
  },
  (t) => [
    primaryKey({ columns: [t.charge, t.position] }),
    index("shipment_results_by_order").on(t.order),
    index("shipment_results_by_day").on(t.day),
    index("shipment_results_by_lane").on(t.service, t.zone, t.day),
    // those of a lane that lost most, over years
    index("shipment_results_by_lane_loss").on(t.service, t.zone, t.margin, t.order, t.position),
    index("shipment_results_by_sell_tariff").on(t.sellTariff, t.day).where(sql`sell_tariff <> ''`),
    // what a carrier has not billed
    index("shipment_results_unbilled")
      .on(t.carrier, t.day, t.service, t.expected)
      .where(sql`billed_on is null and handed_over`),
    // what was billed after a day
    index("shipment_results_by_bill").on(t.billedOn, t.day),
    // the orders of a month that lost most
    index("shipment_results_by_loss").on(sql`left(${t.day}, 7)`, t.margin),
  ],
);

/** Sums that are kept of shipments: how many, and their money. */
const figures = {
  shipments: integer().notNull(),
  orders: integer().notNull(),
  parcels: integer().notNull(),
  /** Shipments without an exchange rate: in no sum of money. */
  unpriced: integer().notNull(),
  charged: numeric().notNull(),
  expected: numeric().notNull(),
  billed: numeric().notNull(),
  /** What was expected of those that are billed. */
  expectedOfBilled: numeric("expected_of_billed").notNull(),
  billedShipments: integer("billed_shipments").notNull(),
};

/** By month, for every pair of dimensions, each dimension and all: a dimension that does not count is `""`, as is its value. */
export const resultSums = pgTable(
  "result_sums",
  {
    month: text().notNull(),
    dimension: text().notNull(),
    value: text().notNull(),
    dimension2: text("dimension_2").notNull(),
    value2: text("value_2").notNull(),
    ...figures,
  },
  (t) => [primaryKey({ columns: [t.dimension, t.dimension2, t.month, t.value, t.value2] })],
);

/**
 * By month, for each cell of a sell table, its orders that were charged alike with what they cost: orders whose first shipment
 * left in the month, and that no other cell charged.
 */
export const soldSums = pgTable(
  "sold_sums",
  {
    month: text().notNull(),
    tariff: text().notNull(),
    zone: text().notNull(),
    edge: text().notNull(),
    band: text().notNull(),
    charged: numeric().notNull(),
    orders: integer().notNull(),
    cost: numeric().notNull(),
  },
  (t) => [primaryKey({ columns: [t.tariff, t.month, t.zone, t.edge, t.band, t.charged] })],
);

/** By month, shipments whose arrival is known: by service, zone, the days they took, and the days they came after their promise. */
export const arrivalSums = pgTable(
  "arrival_sums",
  {
    month: text().notNull(),
    service: text().notNull(),
    zone: text().notNull(),
    transitDays: integer("transit_days").notNull(),
    /** 0 in time; nothing promised counts as in time. */
    daysLate: integer("days_late").notNull(),
    shipments: integer().notNull(),
  },
  (t) => [primaryKey({ columns: [t.month, t.service, t.zone, t.transitDays, t.daysLate] })],
);

/** By day, all shipments. */
export const resultDays = pgTable("result_days", { day: text().primaryKey(), ...figures });

/** Orders whose results are to be made anew, and months whose sums are: written by the database itself, in the same transaction. */
export const staleResults = pgTable("stale_results", { order: text("order_number").notNull() }, (t) => [
  index("stale_results_by_order").on(t.order),
]);
export const staleSums = pgTable("stale_sums", { month: text().primaryKey() });
