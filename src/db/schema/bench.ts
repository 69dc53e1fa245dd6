import { integer, jsonb, pgTable, text, timestamp } from "drizzle-orm/pg-core";

/** Saved test orders: kept beside the setup and never part of a Setup file. Codes are carried along when they are renamed. */
export const trials = pgTable("trials", {
  id: text().primaryKey(),
  /** Their order on the bench. */
  position: integer().notNull(),
  name: text().notNull(),
  request: jsonb().notNull(),
  expects: jsonb().notNull(),
  version: integer().notNull().default(1),
  changedAt: timestamp("changed_at", { withTimezone: true, mode: "string" }).notNull(),
  changedBy: text("changed_by").notNull(),
});
