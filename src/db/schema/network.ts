import { index, integer, pgTable, primaryKey, text, timestamp, uuid } from "drizzle-orm/pg-core";

/**
 * What belongs to a carrier or an origin and is never part of a Setup: numbers we are known by, secrets, and what others
 * call our places. Codes of the setup are carried along when they are renamed.
 */

/** Our customer number with a carrier, for one origin or for all. */
export const carrierAccounts = pgTable(
  "carrier_accounts",
  {
    id: uuid().primaryKey().defaultRandom(),
    version: integer().notNull().default(1),
    carrier: text().notNull(),
    origin: text(),
    number: text().notNull(),
    note: text().notNull().default(""),
  },
  (t) => [index("carrier_accounts_by_carrier").on(t.carrier)],
);

/** A bank account or a credential: what can be told is in `label` and `hint`, the rest is encrypted. */
export const carrierSecrets = pgTable(
  "carrier_secrets",
  {
    id: uuid().primaryKey().defaultRandom(),
    version: integer().notNull().default(1),
    carrier: text().notNull(),
    kind: text({ enum: ["bank", "credential"] }).notNull(),
    label: text().notNull(),
    /** The end of the number or name, for telling two apart. */
    hint: text().notNull(),
    sealed: text().notNull(),
    changedAt: timestamp("changed_at", { withTimezone: true, mode: "string" }).notNull(),
    changedBy: text("changed_by").notNull(),
  },
  (t) => [index("carrier_secrets_by_carrier").on(t.carrier)],
);

/** What a selling platform calls one of our origins. */
export const originAliases = pgTable(
  "origin_aliases",
  {
    platform: text().notNull(),
    theirs: text().notNull(),
    origin: text().notNull(),
  },
  (t) => [primaryKey({ columns: [t.platform, t.theirs] })],
);
