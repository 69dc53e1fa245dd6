import { sql } from "drizzle-orm";
import { bigint, index, integer, jsonb, pgTable, text, timestamp, unique, uuid } from "drizzle-orm/pg-core";

const instant = (name: string) => timestamp(name, { withTimezone: true, mode: "string" });

/** Who is told of what: an address of another program's. */
export const webhooks = pgTable("webhooks", {
  id: uuid().primaryKey(),
  url: text().notNull(),
  events: text().array().notNull(),
  /** What messages are signed with, sealed; and the one before, for as long as both sign. */
  secret: text().notNull(),
  formerSecret: text("former_secret"),
  formerUntil: instant("former_until"),
  createdAt: instant("created_at").notNull(),
  createdBy: text("created_by").notNull(),
  /** Since when nothing is sent there, and why: `person`, or `gone` where the address said so itself. */
  pausedAt: instant("paused_at"),
  pausedWhy: text("paused_why"),
});

/** What happened that somebody listened for; written in the transaction in which it happened. */
export const outboxEvents = pgTable(
  "outbox_events",
  {
    seq: bigint({ mode: "number" }).primaryKey().generatedAlwaysAsIdentity(),
    id: uuid().notNull(),
    type: text().notNull(),
    subject: text().notNull(),
    /** Its place among the events of its subject, from 1. */
    number: integer().notNull(),
    at: instant("happened_at").notNull(),
    data: jsonb().notNull(),
  },
  (t) => [
    unique("outbox_events_by_subject").on(t.subject, t.number),
    index("outbox_events_by_time").on(t.at),
  ],
);

/** A message to somebody: how often it was tried, and what was answered last. */
export const webhookDeliveries = pgTable(
  "webhook_deliveries",
  {
    id: uuid().primaryKey().defaultRandom(),
    webhook: uuid()
      .notNull()
      .references(() => webhooks.id, { onDelete: "cascade" }),
    event: bigint({ mode: "number" })
      .notNull()
      .references(() => outboxEvents.seq, { onDelete: "cascade" }),
    /** `waiting`, `delivered`, `failed`. */
    state: text().notNull().default("waiting"),
    tries: integer().notNull().default(0),
    /** When it is tried next, while it waits. */
    nextAt: instant("next_at").notNull(),
    lastAt: instant("last_at"),
    /** What came back: the status, the beginning of the body, and after how many ms; or why nothing came. */
    status: integer(),
    answer: text(),
    ms: integer(),
  },
  (t) => [
    unique("webhook_deliveries_once").on(t.webhook, t.event),
    index("webhook_deliveries_due").on(t.webhook, t.nextAt).where(sql`state = 'waiting'`),
    index("webhook_deliveries_by_event").on(t.event),
  ],
);
