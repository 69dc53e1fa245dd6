import {
  boolean,
  index,
  integer,
  jsonb,
  numeric,
  pgTable,
  primaryKey,
  text,
  timestamp,
  uuid,
} from "drizzle-orm/pg-core";

export const items = pgTable("items", {
  sku: text().primaryKey(),
  position: integer().notNull(),
  version: integer().notNull().default(1),
  name: text().notNull(),
  gtin: text(),
  weight: jsonb(),
  size: jsonb(),
  goodsClass: text("goods_class"),
  unitPrice: numeric("unit_price"),
  currency: text(),
  taxPercent: numeric("tax_percent"),
  shippable: boolean(),
  shipsAlone: boolean("ships_alone"),
  stock: jsonb(),
});

/** Where an order stands: what a coordinator has to do with it next. */
export const orders = pgTable(
  "orders",
  {
    number: text().primaryKey(),
    version: integer().notNull().default(1),
    channel: text().notNull(),
    placedAt: timestamp("placed_at", { withTimezone: true, mode: "string" }).notNull(),
    customerName: text("customer_name").notNull(),
    customerGroup: text("customer_group"),
    street: text().notNull(),
    city: text().notNull(),
    postcode: text().notNull(),
    subdivision: text(),
    country: text().notNull(),
    poBox: boolean("po_box").notNull().default(false),
    collectionPoint: boolean("collection_point").notNull().default(false),
    coupon: text(),
    cashOnDelivery: boolean("cash_on_delivery").notNull().default(false),
    signature: boolean().notNull().default(false),
    state: text().notNull(),
    charge: uuid(),
  },
  (t) => [
    index("orders_by_state").on(t.state, t.placedAt),
    index("orders_by_charge").on(t.charge),
    index("orders_by_customer").on(t.customerName, t.postcode),
  ],
);

export const orderLines = pgTable(
  "order_lines",
  {
    order: text("order_number")
      .notNull()
      .references(() => orders.number, { onDelete: "cascade" }),
    position: integer().notNull(),
    sku: text().notNull(),
    quantity: integer().notNull(),
    unitPrice: numeric("unit_price").notNull(),
    discount: numeric(),
    taxPercent: numeric("tax_percent"),
    origin: text(),
  },
  (t) => [primaryKey({ columns: [t.order, t.position] }), index("order_lines_by_item").on(t.sku)],
);

/** A delivery charge as it was applied: the core's own answer as data, worded when it is shown; never changed afterwards. */
export const charges = pgTable(
  "charges",
  {
    id: uuid().primaryKey().defaultRandom(),
    order: text("order_number")
      .notNull()
      .references(() => orders.number),
    appliedAt: timestamp("applied_at", { withTimezone: true, mode: "string" }).notNull(),
    appliedBy: text("applied_by").notNull(),
    /** What the quote was asked for, as one text: the charge is out of date when the order's differs. */
    basis: text().notNull(),
    /** The revision that made it. */
    revision: integer().notNull(),
    currency: text().notNull(),
    /** How `quote` is to be read. */
    format: integer().notNull().default(1),
    quote: jsonb().notNull(),
  },
  (t) => [index("charges_by_order").on(t.order, t.appliedAt)],
);

/**
 * What an applied charge expects to be shipped, for looking back: kg, cm³, and what it costs in the charge's currency.
 * Only those of the charge that stands at its order count.
 */
export const shipments = pgTable(
  "shipments",
  {
    charge: uuid()
      .notNull()
      .references(() => charges.id, { onDelete: "cascade" }),
    position: integer().notNull(),
    order: text("order_number")
      .notNull()
      .references(() => orders.number, { onDelete: "cascade" }),
    offer: text().notNull(),
    service: text().notNull(),
    origin: text().notNull(),
    /** Absent where an item's weight, or size, is not known. */
    actualWeight: numeric("actual_weight"),
    chargeableWeight: numeric("chargeable_weight"),
    volume: numeric(),
    pieces: integer().notNull(),
    parcels: integer().notNull(),
    cost: numeric().notNull(),
  },
  (t) => [
    primaryKey({ columns: [t.charge, t.position] }),
    index("shipments_by_service").on(t.service),
    index("shipments_by_offer").on(t.offer),
  ],
);

export const activity = pgTable(
  "activity",
  {
    id: uuid().notNull().defaultRandom(),
    at: timestamp({ withTimezone: true, mode: "string" }).notNull(),
    /** The person, where it was one. */
    whoId: text("who_id"),
    who: text().notNull(),
    what: text().notNull(),
    subject: text().notNull(),
    from: jsonb("old_value"),
    to: jsonb("new_value"),
  },
  (t) => [
    // the table lies in a part for each month
    primaryKey({ columns: [t.at, t.id] }),
    index("activity_by_time").on(t.at),
    index("activity_by_subject").on(t.subject),
  ],
);

/** How long names and streets of done orders are kept: one row, and none in a new business. */
export const personalDataRules = pgTable("personal_data_rules", {
  id: integer().primaryKey(),
  /** Whole months after the order was placed; `null`: for good. */
  keepMonths: integer("keep_months"),
});
