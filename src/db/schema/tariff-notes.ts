import { integer, jsonb, pgTable, primaryKey, text, timestamp } from "drizzle-orm/pg-core";

/** What people keep beside tariffs and is never part of a Setup. Codes of the setup are carried along when they are renamed. */

/** A note on a cell. The cell is named by its zone and edges, so that a note stays where it belongs when rows and breaks move. */
export const cellNotes = pgTable(
  "cell_notes",
  {
    tariff: text().notNull(),
    edition: text().notNull(),
    zone: text().notNull(),
    /** The break's edge, "" for the open one. */
    edge: text().notNull(),
    /** The band's edge, "above" for the open one; "" in a tariff without bands. */
    band: text().notNull(),
    note: text().notNull(),
    version: integer().notNull().default(1),
    writtenAt: timestamp("written_at", { withTimezone: true, mode: "string" }).notNull(),
    writtenBy: text("written_by").notNull(),
  },
  (t) => [primaryKey({ columns: [t.tariff, t.edition, t.zone, t.edge, t.band] })],
);

/** How files of one shape were read the last time, by their heads. */
export const filePlans = pgTable("file_plans", {
  shape: text().primaryKey(),
  plan: jsonb().notNull(),
  usedAt: timestamp("used_at", { withTimezone: true, mode: "string" }).notNull(),
  usedBy: text("used_by").notNull(),
});
