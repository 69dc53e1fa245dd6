import { pgTable, text, timestamp } from "drizzle-orm/pg-core";

/** What checks found and somebody decided to live with, each with its figures: with others it counts again. */
export const setAsideFindings = pgTable("set_aside_findings", {
  /** Its code, place and figures. */
  key: text().primaryKey(),
  reason: text().notNull(),
  saidAt: timestamp("said_at", { withTimezone: true, mode: "string" }).notNull(),
  saidBy: text("said_by").notNull(),
});
