import { integer, jsonb, pgTable, text, timestamp, uuid } from "drizzle-orm/pg-core";

const instant = (name: string) => timestamp(name, { withTimezone: true, mode: "string" });

/** What does not work for a while, whatever the setup says; it counts at once and ends by itself. */
export const suspensions = pgTable("suspensions", {
  id: uuid().primaryKey(),
  version: integer().notNull().default(1),
  /** `origin`, `carrier`, `service`, `offer`; the code is the live revision's. */
  what: text().notNull(),
  code: text().notNull(),
  /** Of a service: to these places alone. */
  destinations: jsonb(),
  /** `stop` withholds, `delay` moves the hand-over of an origin. */
  effect: text().notNull(),
  reason: text().notNull(),
  from: instant("starts_at").notNull(),
  /** Absent: until somebody ends it. */
  until: instant("ends_at"),
  byId: text("by_id"),
  by: text().notNull(),
  at: instant("at").notNull(),
});
