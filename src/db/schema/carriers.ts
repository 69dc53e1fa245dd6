import { index, integer, jsonb, pgTable, primaryKey, text, timestamp, uuid } from "drizzle-orm/pg-core";

const instant = (name: string) => timestamp(name, { withTimezone: true, mode: "string" });

/** How a connection of the setup reaches its carrier: no part of the setup, and the same for the draft and what is live. */
export const connectionSettings = pgTable("connection_settings", {
  connection: text().primaryKey(),
  version: integer().notNull().default(1),
  url: text().notNull(),
  /** What its adapter asks for that is no secret. */
  settings: jsonb().notNull(),
  /** The secrets among them, sealed together; and those before, for as long as the carrier may still know them alone. */
  secrets: text(),
  formerSecrets: text("former_secrets"),
  formerUntil: instant("former_until"),
  /** Grows when somebody says that a carrier left alone is to be asked again: processes begin a new line to it. */
  line: integer().notNull().default(1),
});

/** What carriers answered, by what the answer depends on; shared by all processes. */
export const carrierAnswers = pgTable(
  "carrier_answers",
  {
    fingerprint: text().primaryKey(),
    /** The same without the day: what is known for another day may stand in. */
    knownAs: text("known_as").notNull(),
    connection: text().notNull(),
    answer: jsonb().notNull(),
    at: instant("answered_at").notNull(),
    /** The shipment in a few words, and what our own table says of it; absent where there is no table. */
    about: jsonb(),
  },
  (t) => [
    index("carrier_answers_known").on(t.knownAs, t.at),
    index("carrier_answers_by_time").on(t.at),
    index("carrier_answers_by_connection").on(t.connection, t.at),
  ],
);

/** Calls to carriers' systems and what came of them, without secrets. */
export const carrierExchanges = pgTable(
  "carrier_exchanges",
  {
    id: uuid().primaryKey().defaultRandom(),
    connection: text().notNull(),
    at: instant("asked_at").notNull(),
    ms: integer().notNull(),
    /** `answered`, or the fault, or why nobody was asked. */
    outcome: text().notNull(),
    question: jsonb().notNull(),
    answer: jsonb().notNull(),
  },
  (t) => [
    index("carrier_exchanges_by_connection").on(t.connection, t.at),
    index("carrier_exchanges_by_time").on(t.at),
  ],
);

/** How many quotes wanted a carrier's rates, by hour, and how they came by them. */
export const carrierHours = pgTable(
  "carrier_hours",
  {
    connection: text().notNull(),
    hour: instant("hour").notNull(),
    quotes: integer().notNull(),
    /** Of these: those all whose answers were kept ones. */
    kept: integer().notNull(),
    /** Of these: those with a shipment that had no answer. */
    unanswered: integer().notNull(),
  },
  (t) => [primaryKey({ columns: [t.connection, t.hour] }), index("carrier_hours_by_time").on(t.hour)],
);

/** Shipments that carriers had no answer for when a quote wanted one. */
export const carrierFallbacks = pgTable(
  "carrier_fallbacks",
  {
    id: uuid().primaryKey().defaultRandom(),
    connection: text().notNull(),
    at: instant("at").notNull(),
    /** What an answer would have been known as. */
    knownAs: text("known_as").notNull(),
    why: text().notNull(),
    /** As an answer's. */
    about: jsonb(),
  },
  (t) => [
    index("carrier_fallbacks_by_connection").on(t.connection, t.at),
    index("carrier_fallbacks_by_time").on(t.at),
  ],
);
