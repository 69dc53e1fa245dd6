import "server-only";
import { like, sql } from "drizzle-orm";
import { joinPath } from "@/core/setup/path";
import type { CodedList } from "@/core/setup/setup";
import type { Database } from "@/db/connect";
import { activity } from "@/db/schema";

/** When and by whom each member of a list was changed last, by its code; whole setups put in place don't count. */
export async function lastChanges(
  db: Database,
  list: CodedList,
): Promise<ReadonlyMap<string, { readonly at: string; readonly who: string }>> {
  const code = sql<string>`split_part(${activity.subject}, '/', 2)`;
  const rows = await db
    .select({
      code,
      at: sql<string>`max(${activity.at})`,
      who: sql<string>`(array_agg(${activity.who} order by ${activity.at} desc))[1]`,
    })
    .from(activity)
    .where(like(activity.subject, `${joinPath(list)}/%`))
    .groupBy(code);
  return new Map(
    rows.map((row) => [decodeURIComponent(row.code), { at: new Date(row.at).toISOString(), who: row.who }]),
  );
}
