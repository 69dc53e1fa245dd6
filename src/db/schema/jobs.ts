import { boolean, index, integer, jsonb, pgTable, text, timestamp, uuid } from "drizzle-orm/pg-core";

const instant = (name: string) => timestamp(name, { withTimezone: true, mode: "string" });

/** Long work as people see it: what, who, how far, and what came of it. The queue that hands it out is the library's own. */
export const jobs = pgTable(
  "jobs",
  {
    id: uuid().primaryKey(),
    kind: text().notNull(),
    /** What the work is told; read with the schema of its kind. */
    data: jsonb().notNull(),
    whoId: text("who_id"),
    who: text().notNull(),
    /** `waiting`, `running`, `done`, `failed`, `cancelled`. */
    state: text().notNull(),
    done: integer().notNull().default(0),
    /** `null` until it is known. */
    total: integer(),
    createdAt: instant("created_at").notNull(),
    startedAt: instant("started_at"),
    /** When whoever does it was last heard of. */
    beatAt: instant("beat_at"),
    endedAt: instant("ended_at"),
    isCancelAsked: boolean("is_cancel_asked").notNull().default(false),
    /** How often it was taken up. */
    tries: integer().notNull().default(0),
    result: jsonb(),
    /** Why it failed: a code and its data. */
    failure: jsonb(),
  },
  (t) => [index("jobs_by_time").on(t.createdAt)],
);
