import { boolean, customType, integer, jsonb, pgTable, text, timestamp } from "drizzle-orm/pg-core";

/** The name of a part of a setup, in hexadecimal; kept as its bytes. */
const partName = customType<{ data: string; driverData: Buffer }>({
  dataType: () => "bytea",
  toDriver: (name) => Buffer.from(name, "hex"),
  fromDriver: (bytes) => bytes.toString("hex"),
});

const bytes = customType<{ data: Buffer; driverData: Buffer }>({ dataType: () => "bytea" });

const instant = (name: string) => timestamp(name, { withTimezone: true, mode: "string" });

/** Parts of published setups, each stored once under what it holds. Written once: the database refuses anything else. */
export const setupParts = pgTable("setup_parts", {
  name: partName().primaryKey(),
  body: bytes().notNull(),
});

/**
 * Published setups. Only a revision that has not taken effect yet can be changed, and only by withdrawing it: the database
 * refuses anything else. Live is the one that took effect last.
 */
export const revisions = pgTable("revisions", {
  number: integer().primaryKey(),
  root: partName().notNull(),
  /** `published`, `small-edit`, `backed-out`, `first`. */
  kind: text().notNull(),
  /** The revision whose setup this is again. */
  restores: integer(),
  note: text(),
  publishedAt: instant("published_at").notNull(),
  publishedById: text("published_by_id"),
  publishedBy: text("published_by").notNull(),
  /** The person who asked for it, where a second one published it. */
  askedBy: text("asked_by"),
  takesEffectAt: instant("takes_effect_at").notNull(),
  withdrawnAt: instant("withdrawn_at"),
  withdrawnBy: text("withdrawn_by"),
  /** The stamp of the draft it was made of. */
  stamp: integer().notNull(),
  /** How many changes it makes of the one before, by list. */
  changes: jsonb().notNull(),
  /** Codes that are called otherwise than in the one before. */
  renames: jsonb().notNull(),
});

/** How changes are published, and how far what follows a publication has come: one row. */
export const gate = pgTable("gate", {
  id: integer().primaryKey(),
  /** Roles that may publish. */
  publishers: text().array().notNull(),
  /** Whether somebody else than who asks has to publish. */
  secondPerson: boolean("second_person").notNull(),
  /** Whether each edit is published as it is made. */
  smallEdits: boolean("small_edits").notNull(),
  /** Set by backing out: small edits wait until the draft is settled. */
  isHeld: boolean("is_held").notNull().default(false),
  /** The latest instant at which a revision is known to have taken effect: a clock that is set back takes nothing back. */
  inForceSince: instant("in_force_since").notNull(),
  /** The revision whose codes orders, items and stock name. */
  factsRevision: integer("facts_revision").notNull(),
  /** The revision open orders were held against last. */
  ratedRevision: integer("rated_revision").notNull().default(0),
  /** What was suspended when they were: the numbers of those in effect, in order. */
  ratedSuspended: text("rated_suspended").notNull().default(""),
});

/** Codes the draft calls otherwise than the live revision, in the order they were given. */
export const draftRenames = pgTable("draft_renames", {
  position: integer().primaryKey().generatedAlwaysAsIdentity(),
  list: text().notNull(),
  from: text("from_code").notNull(),
  to: text("to_code").notNull(),
});

/** What somebody asked to be published and a second person has not decided yet: one row at most. */
export const proposals = pgTable("proposals", {
  id: integer().primaryKey(),
  stamp: integer().notNull(),
  note: text(),
  /** Absent: as soon as it is published. */
  takesEffectAt: instant("takes_effect_at"),
  byId: text("by_id"),
  by: text().notNull(),
  at: instant("at").notNull(),
});
