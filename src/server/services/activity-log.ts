import "server-only";
import { and, asc, desc, eq, getTableColumns, gte, ilike, lt, or, sql, type SQL } from "drizzle-orm";
import type { PgColumn } from "drizzle-orm/pg-core";
import type { Database } from "@/db/connect";
import { note, type By } from "@/db/queries/activity";
import { activity, user } from "@/db/schema";

export interface ActivityFilter {
  /** A person's id, or what somebody without one is called. */
  readonly who?: string | undefined;
  /** A word in what was done, or in what it was done to. */
  readonly about?: string | undefined;
  /** Dates, both in, as instants of their beginning in the business's time zone. */
  readonly from?: Date | undefined;
  readonly before?: Date | undefined;
}

export interface ActivityEntry {
  readonly id: string;
  readonly at: string;
  readonly who: string;
  readonly what: string;
  readonly subject: string;
  readonly from: unknown;
  readonly to: unknown;
}

/** What was done, the last first. */
export async function readActivity(
  db: Database,
  filter: ActivityFilter,
  page: { readonly limit: number; readonly offset: number },
): Promise<{ readonly entries: readonly ActivityEntry[]; readonly count: number }> {
  const where = whereOf(filter);
  const { from: _, to: __, whoId: ___, ...columns } = getTableColumns(activity);
  const entries = await db
    .select({ ...columns, who: shownName, from: shortened(activity.from), to: shortened(activity.to) })
    .from(activity)
    .leftJoin(user, eq(user.id, activity.whoId))
    .where(where)
    .orderBy(desc(activity.at), asc(activity.subject), asc(activity.id))
    .limit(page.limit)
    .offset(page.offset);
  const [counted] = await db.select({ n: sql<number>`count(*)::int` }).from(activity).where(where);
  return { entries, count: counted?.n ?? 0 };
}

const MOST_EXPORTED = 50_000;

/** Everything a filter finds, at most 50,000 entries, for a file; that it was taken out is noted first. */
export async function exportActivity(
  db: Database,
  filter: ActivityFilter,
  by: By,
): Promise<readonly ActivityEntry[]> {
  await note(db, by, { what: "activity-exported", subject: "activity" });
  return (await readActivity(db, filter, { limit: MOST_EXPORTED, offset: 0 })).entries;
}

/** Characters of a value that a list shows of a long one, and from when on it is long: whole tables are megabytes. */
const SHOWN = 300;
const LONG = 20_000;

function shortened(column: PgColumn): SQL<unknown> {
  return sql`case when octet_length(${column}::text) > ${LONG}
    then jsonb_build_object('value', left(${column}->>'value', ${SHOWN}) || ' …') else ${column} end`;
}

/** A person's present name; what others were called when they did it. */
const shownName = sql<string>`coalesce(${user.name}, ${activity.who})`;

/** Somebody who is in the record: the key finds what they did. */
export interface KnownActor {
  readonly key: string;
  readonly name: string;
}

const actorKey = sql<string>`coalesce(${activity.whoId}, ${activity.who})`;

/** Everybody who ever did something, by name. */
export async function knownActors(db: Database): Promise<KnownActor[]> {
  return db
    .selectDistinct({ key: actorKey, name: shownName })
    .from(activity)
    .leftJoin(user, eq(user.id, activity.whoId))
    .orderBy(asc(shownName));
}

function whereOf({ who, about, from, before }: ActivityFilter): SQL | undefined {
  const part = about === undefined ? undefined : `%${about.replace(/[\\%_]/g, "\\$&")}%`;
  return and(
    who === undefined ? undefined : sql`${actorKey} = ${who}`,
    part === undefined ? undefined : or(ilike(activity.subject, part), ilike(activity.what, part)),
    from && gte(activity.at, from.toISOString()),
    before && lt(activity.at, before.toISOString()),
  );
}
