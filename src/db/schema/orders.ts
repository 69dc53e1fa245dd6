import { sql } from "drizzle-orm";
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
  notBy: text("not_by").array(),
  stock: jsonb(),
});

const instant = (name: string) => timestamp(name, { withTimezone: true, mode: "string" });

/** Orders: what they hold, where they stand, and beside it what lists sort and search by. */
export const orders = pgTable(
  "orders",
  {
    number: text().primaryKey(),
    version: integer().notNull().default(1),
    channel: text().notNull(),
    placedAt: timestamp("placed_at", { withTimezone: true, mode: "string" }).notNull(),
    customerName: text("customer_name").notNull(),
    customerGroup: text("customer_group"),
    customerReference: text("customer_reference"),
    customerTaxId: text("customer_tax_id"),
    /** Who receives it, where that is not the customer. */
    recipient: text(),
    /** The address's lines, one below the other. */
    street: text().notNull(),
    city: text().notNull(),
    postcode: text().notNull(),
    subdivision: text(),
    country: text().notNull(),
    phone: text(),
    email: text(),
    /** Who pays, where that is somebody else: an address. */
    billTo: jsonb("bill_to"),
    poBox: boolean("po_box").notNull().default(false),
    collectionPoint: boolean("collection_point").notNull().default(false),
    coupon: text(),
    cashOnDelivery: boolean("cash_on_delivery").notNull().default(false),
    signature: boolean().notNull().default(false),
    note: text(),
    /** The offer the buyer chose, and what they were charged for it. */
    wish: jsonb(),
    state: text().notNull(),
    /** What is odd about it. */
    look: text().array().notNull().default([]),
    charge: uuid(),
    /** What somebody asks to charge that a second person has not agreed to yet. */
    asked: jsonb(),
    receivedAt: instant("received_at").notNull().defaultNow(),
    /** What was first received, as the name of its content: the same order sent again is known by it. */
    received: text(),
    /** Since when where it stands has to be worked out anew, as something it depends on has changed; `null`: it is known. */
    staleAt: instant("stale_at"),
    /** In the channel's currency: the goods as they are priced, and what the applied charge comes to. */
    goods: numeric(),
    chargeNet: numeric("charge_net"),
    cost: numeric(),
    margin: numeric(),
    offer: text(),
    services: text().array().notNull().default([]),
    origins: text().array().notNull().default([]),
    /** How many events of it other programs were told of. */
    events: integer().notNull().default(0),
    /** Number, names, town, postcode and items, in small letters: what search looks through. */
    words: text().notNull().default(""),
  },
  (t) => [
    index("orders_by_state").on(t.state, t.placedAt),
    index("orders_by_time").on(t.placedAt, t.number),
    index("orders_stale").on(t.staleAt).where(sql`stale_at is not null`),
    index("orders_by_words").using("gin", sql`${t.words} gin_trgm_ops`),
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
    /** Where its pieces are to leave from, where that is said by pieces. */
    origins: jsonb(),
    /** What it is, where it is none of the catalogue's items. */
    item: jsonb(),
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
    /** What was set by hand: another amount for the delivery, further lines; `null`: nothing. */
    byHand: jsonb("by_hand"),
    /** The work that applied it among others, where it was many at once; and the charge it took the place of. */
    batch: uuid(),
    /** What carriers' systems said when it was worked out: by their question's key. `null`: nothing. */
    live: jsonb(),
    replaces: uuid(),
  },
  (t) => [
    index("charges_by_order").on(t.order, t.appliedAt),
    index("charges_by_batch").on(t.batch).where(sql`batch is not null`),
  ],
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

/** Pieces that are promised to an order by its charge and have not left: nobody else can have them. */
export const commitments = pgTable(
  "commitments",
  {
    order: text("order_number")
      .notNull()
      .references(() => orders.number, { onDelete: "cascade" }),
    sku: text().notNull(),
    origin: text().notNull(),
    quantity: integer().notNull(),
  },
  (t) => [primaryKey({ columns: [t.order, t.sku, t.origin] }), index("commitments_by_item").on(t.sku)],
);

/** Items of which pieces were promised or let go, until the orders that name them are looked at: written by whoever does it, in the same transaction. */
export const movedItems = pgTable("moved_items", {
  sku: text().notNull(),
  /** How many pieces. */
  moved: integer().notNull(),
});

/** What left, when and by what; an order may leave in several. */
export const dispatches = pgTable(
  "dispatches",
  {
    id: uuid().primaryKey().defaultRandom(),
    order: text("order_number")
      .notNull()
      .references(() => orders.number, { onDelete: "cascade" }),
    /** The day by the clock of where it left from. */
    day: text().notNull(),
    service: text().notNull(),
    origin: text().notNull(),
    tracking: text().array().notNull(),
    /** Pieces by line: `{ position, quantity }`. */
    lines: jsonb().notNull(),
    parcels: integer().notNull(),
    /** kg, where it was weighed. */
    weight: numeric(),
    saidAt: instant("said_at").notNull(),
    saidBy: text("said_by").notNull(),
  },
  (t) => [index("dispatches_by_order").on(t.order), index("dispatches_by_day").on(t.day)],
);

/** The day shipments arrived, as carriers or customers say. */
export const deliveries = pgTable(
  "deliveries",
  {
    order: text("order_number")
      .notNull()
      .references(() => orders.number, { onDelete: "cascade" }),
    service: text().notNull(),
    origin: text().notNull(),
    /** `YYYY-MM-DD` by the clock of where it arrived. */
    day: text().notNull(),
    saidAt: instant("said_at").notNull(),
    saidBy: text("said_by").notNull(),
  },
  (t) => [primaryKey({ columns: [t.order, t.service, t.origin] })],
);

/** What was given back after an order was confirmed. */
export const credits = pgTable(
  "credits",
  {
    id: uuid().primaryKey().defaultRandom(),
    order: text("order_number")
      .notNull()
      .references(() => orders.number, { onDelete: "cascade" }),
    at: instant("made_at").notNull(),
    by: text("made_by").notNull(),
    reason: text().notNull(),
    /** Who pays for it: `us`, `carrier`, `supplier`. */
    payer: text().notNull(),
    currency: text().notNull(),
    /** `{ position, quantity, net, tax }`, and of the delivery `{ net, tax }`. */
    lines: jsonb().notNull(),
    delivery: jsonb(),
    net: numeric().notNull(),
    tax: numeric().notNull(),
    /** What it costs to have the goods back, without tax. */
    returnCost: numeric("return_cost"),
  },
  (t) => [index("credits_by_order").on(t.order)],
);

/** Lists of orders somebody keeps, for all who work at the desk: what the address of the list says. */
export const savedViews = pgTable("saved_views", {
  id: uuid().primaryKey().defaultRandom(),
  name: text().notNull().unique(),
  query: text().notNull(),
  by: text("made_by").notNull(),
  at: instant("made_at").notNull(),
});

/** How a channel's orders are charged many at once. */
export const deskRules = pgTable("desk_rules", {
  channel: text().primaryKey(),
  take: text().notNull(),
  mostLoss: numeric("most_loss").notNull(),
  /** How far an amount by hand may go before somebody else has to agree; `null` for no limit. */
  mostByHand: numeric("most_by_hand"),
});

/** Answers of the API that are given again when the same call comes again. */
export const idempotentCalls = pgTable(
  "idempotent_calls",
  {
    /** The caller's key and the name the caller gave the call. */
    name: text().primaryKey(),
    /** What was asked, as the name of its content. */
    asked: text().notNull(),
    status: integer().notNull(),
    headers: jsonb().notNull(),
    body: text().notNull(),
    at: instant("called_at").notNull(),
  },
  (t) => [index("idempotent_calls_by_time").on(t.at)],
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
