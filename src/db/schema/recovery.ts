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
  unique,
  uniqueIndex,
  uuid,
} from "drizzle-orm/pg-core";

/** The rule that a shipment is taken by one bill alone. */
export const TAKEN_ONCE = "billed_shipments_taken_once";

const instant = (name: string) => timestamp(name, { withTimezone: true, mode: "string" });

/** How a carrier's bills are read: what its charge codes are, and what it calls our services and zones. */
export const billWords = pgTable("bill_words", {
  carrier: text().primaryKey(),
  version: integer().notNull().default(1),
  codes: jsonb().notNull(),
  services: jsonb().notNull(),
  zones: jsonb().notNull(),
});

/** Bills of carriers, each once. */
export const bills = pgTable(
  "bills",
  {
    id: uuid().primaryKey().defaultRandom(),
    carrier: text().notNull(),
    /** The carrier's own. */
    number: text().notNull(),
    date: text().notNull(),
    currency: text().notNull(),
    /** Without tax. */
    total: numeric().notNull(),
    /** Its lines, in order, as they stand on it. */
    lines: jsonb().notNull(),
    /** Of the lines: those of no shipment; their sum in home currency where there is a rate. */
    fees: integer().array().notNull(),
    feesHome: numeric("fees_home"),
    /** What its shipments come to, kept by the database itself; money in home currency. */
    shipments: integer().notNull().default(0),
    matched: integer().notNull().default(0),
    expectedHome: numeric("expected_home").notNull().default("0"),
    matchedHome: numeric("matched_home").notNull().default("0"),
    /** Of what is none of ours, or nobody has agreed to. */
    othersHome: numeric("others_home").notNull().default("0"),
    unread: text().array().notNull(),
    takenAt: instant("taken_at").notNull(),
    takenBy: text("taken_by").notNull(),
  },
  (t) => [unique("bills_once").on(t.carrier, t.number), index("bills_by_date").on(t.date)],
);

/** A bill's shipments: which of ours each is, and why it differs; money in home currency. */
export const billedShipments = pgTable(
  "billed_shipments",
  {
    bill: uuid()
      .notNull()
      .references(() => bills.id, { onDelete: "cascade" }),
    position: integer().notNull(),
    lines: integer().array().notNull(),
    parcel: jsonb().notNull(),
    billed: jsonb().notNull(),
    /** `tracking`, `order`, `likeness`, `person`; `again` and `unknown` for what is none of ours. */
    match: text().notNull(),
    score: integer(),
    /** A likeness that nobody has agreed to yet is not. */
    taken: boolean().notNull(),
    /** Ours: of `shipments`. */
    charge: uuid(),
    shipment: integer(),
    order: text("order_number"),
    /** The whole explanation; its sums beside it. */
    explained: jsonb(),
    expectedHome: numeric("expected_home"),
    billedHome: numeric("billed_home"),
  },
  (t) => [
    primaryKey({ columns: [t.bill, t.position] }),
    index("billed_shipments_by_shipment").on(t.charge, t.shipment),
    // two bills that are taken in at once can't both have one
    uniqueIndex(TAKEN_ONCE).on(t.charge, t.shipment).where(sql`taken`),
    index("billed_shipments_by_order").on(t.order),
  ],
);

/** What a carrier is told of a bill's shipments, and what became of it. Money without tax in the bill's currency. */
export const objections = pgTable(
  "objections",
  {
    id: uuid().primaryKey().defaultRandom(),
    bill: uuid()
      .notNull()
      .references(() => bills.id),
    position: integer().notNull(),
    reason: text().notNull(),
    amount: numeric().notNull(),
    currency: text().notNull(),
    state: text().notNull(),
    /** What was given back, where it is credited. */
    credited: numeric(),
    saidAt: instant("said_at").notNull(),
    saidBy: text("said_by").notNull(),
    changedAt: instant("changed_at").notNull(),
  },
  (t) => [unique("objections_once").on(t.bill, t.position)],
);
