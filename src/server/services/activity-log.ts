import "server-only";
import { and, asc, desc, getTableColumns, gte, ilike, lt, or, sql, type SQL } from "drizzle-orm";
import type { PgColumn } from "drizzle-orm/pg-core";
import type { Database } from "@/db/connect";
import { activity } from "@/db/schema";

export interface ActivityFilter {
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
  const { from: _, to: __, ...columns } = getTableColumns(activity);
  const entries = await db
    .select({ ...columns, from: shortened(activity.from), to: shortened(activity.to) })
    .from(activity)
    .where(where)
    .orderBy(desc(activity.at), asc(activity.subject), asc(activity.id))
    .limit(page.limit)
    .offset(page.offset);
  const [counted] = await db.select({ n: sql<number>`count(*)::int` }).from(activity).where(where);
  return { entries, count: counted?.n ?? 0 };
}

/** Characters of a value that a list shows of a long one, and from when on it is long: whole tables are megabytes. */
const SHOWN = 300;
const LONG = 20_000;

function shortened(column: PgColumn): SQL<unknown> {
  return sql`case when octet_length(${column}::text) > ${LONG}
    then jsonb_build_object('value', left(${column}->>'value', ${SHOWN}) || ' …') else ${column} end`;
}

/** Everybody who ever did something. */
export async function activePeople(db: Database): Promise<string[]> {
  const rows = await db.selectDistinct({ who: activity.who }).from(activity).orderBy(asc(activity.who));
  return rows.map((row) => row.who);
}

function whereOf({ who, about, from, before }: ActivityFilter): SQL | undefined {
  const part = about === undefined ? undefined : `%${about.replace(/[\\%_]/g, "\\$&")}%`;
  return and(
    who === undefined ? undefined : sql`${activity.who} = ${who}`,
    part === undefined ? undefined : or(ilike(activity.subject, part), ilike(activity.what, part)),
    from && gte(activity.at, from.toISOString()),
    before && lt(activity.at, before.toISOString()),
  );
}
