import { and, desc, eq, getTableColumns, gte, inArray, isNotNull, like, lt, sql } from "drizzle-orm";
import type { Database } from "../connect";
import {
  carrierAnswers,
  carrierExchanges,
  carrierFallbacks,
  carrierHours,
  connectionSettings,
} from "../schema";

export type CarrierAnswerRow = typeof carrierAnswers.$inferSelect;
export type CarrierExchangeRow = typeof carrierExchanges.$inferSelect;
export type ConnectionSettingsRow = typeof connectionSettings.$inferSelect;

export async function readConnectionSettings(
  db: Database,
  connection: string,
): Promise<ConnectionSettingsRow | undefined> {
  const [row] = await db
    .select()
    .from(connectionSettings)
    .where(eq(connectionSettings.connection, connection));
  return row;
}

/** Puts settings in place; the version tells processes that theirs are old. */
export async function putConnectionSettings(
  tx: Database,
  row: Omit<ConnectionSettingsRow, "version" | "line">,
): Promise<void> {
  const { connection: _, ...rest } = row;
  await tx
    .insert(connectionSettings)
    .values(row)
    .onConflictDoUpdate({
      target: connectionSettings.connection,
      set: { ...rest, version: sql`${connectionSettings.version} + 1` },
    });
}

/** Has every process begin a new line to a carrier; whether there are settings for it. */
export async function renewLine(tx: Database, connection: string): Promise<boolean> {
  const rows = await tx
    .update(connectionSettings)
    .set({ line: sql`${connectionSettings.line} + 1` })
    .where(eq(connectionSettings.connection, connection))
    .returning({ line: connectionSettings.line });
  return rows.length > 0;
}

/** Answers by their fingerprints. */
export async function readAnswers(
  db: Database,
  fingerprints: readonly string[],
): Promise<CarrierAnswerRow[]> {
  if (fingerprints.length === 0) return [];
  return db
    .select()
    .from(carrierAnswers)
    .where(inArray(carrierAnswers.fingerprint, [...fingerprints]));
}

/** The last answer for each of these, whatever its day. */
export async function lastKnown(db: Database, knownAs: readonly string[]): Promise<CarrierAnswerRow[]> {
  if (knownAs.length === 0) return [];
  return db
    .selectDistinctOn([carrierAnswers.knownAs])
    .from(carrierAnswers)
    .where(inArray(carrierAnswers.knownAs, [...knownAs]))
    .orderBy(carrierAnswers.knownAs, desc(carrierAnswers.at));
}

/** Keeps answers; of two to one question the later stays, of equally late ones the first. */
export async function keepAnswers(db: Database, rows: readonly CarrierAnswerRow[]): Promise<void> {
  if (rows.length === 0) return;
  const byName = new Map<string, CarrierAnswerRow>();
  for (const row of rows) {
    const other = byName.get(row.fingerprint);
    if (!other || row.at > other.at) byName.set(row.fingerprint, row);
  }
  // whoever keeps the same answers at the same time takes them in the same order
  const ordered = [...byName.values()].sort((a, b) => (a.fingerprint < b.fingerprint ? -1 : 1));
  await db
    .insert(carrierAnswers)
    .values(ordered)
    .onConflictDoUpdate({
      target: carrierAnswers.fingerprint,
      set: { answer: sql`excluded.answer`, at: sql`excluded.answered_at`, about: sql`excluded.about` },
      setWhere: sql`excluded.answered_at > ${carrierAnswers.at}`,
    });
}

export async function keepExchanges(
  db: Database,
  rows: readonly Omit<CarrierExchangeRow, "id">[],
): Promise<void> {
  if (rows.length > 0) await db.insert(carrierExchanges).values([...rows]);
}

/** The exchanges of a connection since an instant, the newest first. */
export async function exchangesOf(
  db: Database,
  connection: string,
  since: string,
  most: number,
): Promise<CarrierExchangeRow[]> {
  return db
    .select()
    .from(carrierExchanges)
    .where(and(eq(carrierExchanges.connection, connection), gte(carrierExchanges.at, since)))
    .orderBy(desc(carrierExchanges.at), carrierExchanges.id)
    .limit(most);
}

/** Those that began at one instant: a quote's are asked together. */
export async function exchangesAt(
  db: Database,
  connection: string,
  at: string,
): Promise<CarrierExchangeRow[]> {
  return db
    .select()
    .from(carrierExchanges)
    .where(and(eq(carrierExchanges.connection, connection), eq(carrierExchanges.at, at)))
    .orderBy(carrierExchanges.id)
    .limit(50);
}

/** Exchanges of one hour that came to the same. */
export interface ExchangeHour {
  /** The instant the hour begins. */
  readonly hour: string;
  readonly outcome: string;
  readonly count: number;
}

export async function exchangeHours(
  db: Database,
  connection: string,
  since: string,
): Promise<ExchangeHour[]> {
  const hour = sql<Date>`date_trunc('hour', ${carrierExchanges.at})`;
  const rows = await db
    .select({ hour, outcome: carrierExchanges.outcome, count: sql<number>`count(*)::int` })
    .from(carrierExchanges)
    .where(and(eq(carrierExchanges.connection, connection), gte(carrierExchanges.at, since)))
    .groupBy(hour, carrierExchanges.outcome)
    .orderBy(hour, carrierExchanges.outcome);
  return rows.map((row) => ({ ...row, hour: new Date(row.hour).toISOString() }));
}

/** The ms answers took, of all or of one hour's: half of them, and all but one in twenty, at most. */
export interface AnswerTimes {
  readonly hour: string | undefined;
  readonly median: number;
  readonly p95: number;
}

/** By hour, and last of all. */
export async function answerTimes(db: Database, connection: string, since: string): Promise<AnswerTimes[]> {
  const hour = sql<Date | null>`date_trunc('hour', ${carrierExchanges.at})`;
  const part = (of: string) =>
    sql<number>`percentile_disc(${sql.raw(of)}) within group (order by ${carrierExchanges.ms})`;
  const rows = await db
    .select({ hour, median: part("0.5"), p95: part("0.95") })
    .from(carrierExchanges)
    .where(
      and(
        eq(carrierExchanges.connection, connection),
        gte(carrierExchanges.at, since),
        like(carrierExchanges.outcome, "answered%"),
      ),
    )
    .groupBy(sql`grouping sets ((${hour}), ())`)
    .orderBy(sql`${hour} nulls last`);
  return rows
    .filter(({ median }) => typeof median === "number")
    .map((row) => ({ ...row, hour: row.hour === null ? undefined : new Date(row.hour).toISOString() }));
}

export type CarrierHourRow = typeof carrierHours.$inferSelect;

/** Adds to what is counted of an hour. */
export async function addHours(db: Database, rows: readonly CarrierHourRow[]): Promise<void> {
  if (rows.length === 0) return;
  await db
    .insert(carrierHours)
    .values([...rows])
    .onConflictDoUpdate({
      target: [carrierHours.connection, carrierHours.hour],
      set: {
        quotes: sql`${carrierHours.quotes} + excluded.quotes`,
        kept: sql`${carrierHours.kept} + excluded.kept`,
        unanswered: sql`${carrierHours.unanswered} + excluded.unanswered`,
      },
    });
}

export async function hoursOf(db: Database, connection: string, since: string): Promise<CarrierHourRow[]> {
  return db
    .select()
    .from(carrierHours)
    .where(and(eq(carrierHours.connection, connection), gte(carrierHours.hour, since)))
    .orderBy(carrierHours.hour);
}

export type CarrierFallbackRow = Omit<typeof carrierFallbacks.$inferSelect, "id">;

export async function keepFallbacks(db: Database, rows: readonly CarrierFallbackRow[]): Promise<void> {
  if (rows.length > 0) await db.insert(carrierFallbacks).values([...rows]);
}

/** A shipment without an answer, and what the carrier said of its like later, if it did. */
export interface SettledFallback extends CarrierFallbackRow {
  readonly later: unknown;
}

/** The last of these since an instant, the newest first. */
export async function fallbacksOf(
  db: Database,
  connection: string,
  since: string,
  most: number,
): Promise<SettledFallback[]> {
  const later = sql`(
    select ${carrierAnswers.answer} from ${carrierAnswers}
    where ${carrierAnswers.knownAs} = ${carrierFallbacks.knownAs} and ${carrierAnswers.at} > ${carrierFallbacks.at}
    order by ${carrierAnswers.at} limit 1)`;
  const { id: _, ...columns } = getTableColumns(carrierFallbacks);
  return db
    .select({ ...columns, later })
    .from(carrierFallbacks)
    .where(and(eq(carrierFallbacks.connection, connection), gte(carrierFallbacks.at, since)))
    .orderBy(desc(carrierFallbacks.at), carrierFallbacks.id)
    .limit(most);
}

/** The last answers of a connection about shipments our own table has a figure for, the newest first. */
export async function comparedAnswers(
  db: Database,
  connection: string,
  most: number,
): Promise<CarrierAnswerRow[]> {
  return db
    .select()
    .from(carrierAnswers)
    .where(and(eq(carrierAnswers.connection, connection), isNotNull(carrierAnswers.about)))
    .orderBy(desc(carrierAnswers.at), carrierAnswers.fingerprint)
    .limit(most);
}

/** Forgets what is older: exchanges, and answers that no fallback can need any more. */
export async function dropExchanges(db: Database, before: string, answersBefore: string): Promise<void> {
  await db.delete(carrierExchanges).where(lt(carrierExchanges.at, before));
  await db.delete(carrierFallbacks).where(lt(carrierFallbacks.at, before));
  await db.delete(carrierHours).where(lt(carrierHours.hour, before));
  await db.delete(carrierAnswers).where(lt(carrierAnswers.at, answersBefore));
}
