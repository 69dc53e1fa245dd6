import { and, desc, eq, gte, inArray, lt, sql } from "drizzle-orm";
import type { Database } from "../connect";
import { carrierAnswers, carrierExchanges, connectionSettings } from "../schema";

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
  row: Omit<ConnectionSettingsRow, "version">,
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

/** Keeps answers; of two to one question the later stays. */
export async function keepAnswers(db: Database, rows: readonly CarrierAnswerRow[]): Promise<void> {
  if (rows.length === 0) return;
  await db
    .insert(carrierAnswers)
    .values([...rows])
    .onConflictDoUpdate({
      target: carrierAnswers.fingerprint,
      set: { answer: sql`excluded.answer`, at: sql`excluded.answered_at` },
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

/** Forgets what is older: exchanges, and answers that no fallback can need any more. */
export async function dropExchanges(db: Database, before: string, answersBefore: string): Promise<void> {
  await db.delete(carrierExchanges).where(lt(carrierExchanges.at, before));
  await db.delete(carrierAnswers).where(lt(carrierAnswers.at, answersBefore));
}
