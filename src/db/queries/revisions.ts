import { and, asc, desc, eq, isNull, sql, type SQL } from "drizzle-orm";
import type { CodeRenaming } from "@/core/setup/renames";
import type { Database } from "../connect";
import type { PartName } from "../mappers/setup-parts";
import { draftRenames, gate, proposals, revisions, setupParts } from "../schema";
import { appendRows } from "./bulk";

export type RevisionRow = typeof revisions.$inferSelect;
export type GateRow = typeof gate.$inferSelect;
export type ProposalRow = typeof proposals.$inferSelect;

export type Renaming = CodeRenaming;

/**
 * The number of the revision that is live by the database's clock: the one that took effect last. A clock that is set back
 * takes nothing back: what was seen in force stays so. As an expression, for whoever asks for more in one question.
 */
export const liveNumberSql: SQL<number | null> = sql<number | null>`(
  select r.number from ${revisions} r, ${gate} g
  where r.withdrawn_at is null and r.takes_effect_at <= greatest(clock_timestamp(), g.in_force_since)
  order by r.takes_effect_at desc, r.number desc limit 1)`;

/** `undefined` before anything was published. */
export async function readLiveNumber(db: Database): Promise<number | undefined> {
  const { rows } = await db.execute<{ number: number | null }>(sql`select ${liveNumberSql} as number`);
  return rows[0]?.number ?? undefined;
}

export async function readRevision(db: Database, number: number): Promise<RevisionRow | undefined> {
  const [row] = await db.select().from(revisions).where(eq(revisions.number, number));
  return row;
}

/** The newest first. */
export async function listRevisions(
  db: Database,
  { before, limit }: { readonly before?: number | undefined; readonly limit: number },
): Promise<RevisionRow[]> {
  return db
    .select()
    .from(revisions)
    .where(before === undefined ? undefined : sql`${revisions.number} < ${before}`)
    .orderBy(desc(revisions.number))
    .limit(limit);
}

/** Those that wait for their instant, the next first. */
export async function scheduledRevisions(db: Database): Promise<RevisionRow[]> {
  return db
    .select()
    .from(revisions)
    .where(
      and(
        isNull(revisions.withdrawnAt),
        sql`${revisions.takesEffectAt} > greatest(clock_timestamp(), (select in_force_since from ${gate}))`,
      ),
    )
    .orderBy(asc(revisions.takesEffectAt), asc(revisions.number));
}

/** The revision that was in force before another took effect. */
export async function inForceBefore(db: Database, number: number): Promise<RevisionRow | undefined> {
  const [row] = await db
    .select()
    .from(revisions)
    .where(
      and(
        isNull(revisions.withdrawnAt),
        sql`(${revisions.takesEffectAt}, ${revisions.number}) < (select r.takes_effect_at, r.number from ${revisions} r where r.number = ${number})`,
      ),
    )
    .orderBy(desc(revisions.takesEffectAt), desc(revisions.number))
    .limit(1);
  return row;
}

export async function lastRevisionNumber(db: Database): Promise<number> {
  const [row] = await db.select({ last: sql<number | null>`max(${revisions.number})` }).from(revisions);
  return row?.last ?? 0;
}

/** What codes are renamed by the revisions that take effect after one, up to and with another (without: all), in order. */
export async function renamesAfter(db: Database, after: number, upTo?: number): Promise<Renaming[]> {
  const place = (number: number) =>
    sql`(select r.takes_effect_at, r.number from ${revisions} r where r.number = ${number})`;
  const own = sql`(${revisions.takesEffectAt}, ${revisions.number})`;
  const rows = await db
    .select({ renames: revisions.renames })
    .from(revisions)
    .where(
      and(
        isNull(revisions.withdrawnAt),
        sql`${own} > ${place(after)}`,
        upTo === undefined ? undefined : sql`${own} <= ${place(upTo)}`,
      ),
    )
    .orderBy(asc(revisions.takesEffectAt), asc(revisions.number));
  return rows.flatMap((row) => row.renames as Renaming[]);
}

export async function insertRevision(tx: Database, row: typeof revisions.$inferInsert): Promise<void> {
  await tx.insert(revisions).values(row);
}

/** Takes back what has not taken effect; the database refuses it for anything else. */
export async function markWithdrawn(tx: Database, number: number, by: string, at: string): Promise<void> {
  await tx.update(revisions).set({ withdrawnAt: at, withdrawnBy: by }).where(eq(revisions.number, number));
}

/** Whether a part is among the named, all of them one parameter. */
function isNamed(names: readonly PartName[]): SQL {
  return sql`${setupParts.name} in (select decode(one, 'hex') from json_array_elements_text(${JSON.stringify(names)}::json) as list(one))`;
}

/** The bodies of parts, by name; those that are not stored are left out. */
export async function readParts(
  db: Database,
  names: readonly PartName[],
): Promise<ReadonlyMap<PartName, Buffer>> {
  const rows = await db.select().from(setupParts).where(isNamed(names));
  return new Map(rows.map(({ name, body }) => [name, body]));
}

/** Stores the parts that are not there yet; how many that were. */
export async function storeParts(tx: Database, parts: ReadonlyMap<PartName, Buffer>): Promise<number> {
  const rows = await tx
    .select({ name: setupParts.name })
    .from(setupParts)
    .where(isNamed([...parts.keys()]));
  const known = new Set(rows.map(({ name }) => name));
  const fresh = [...parts].filter(([name]) => !known.has(name));
  await appendRows(
    tx,
    setupParts,
    // bytes as the database writes them in texts
    fresh.map(([name, body]) => ({ name: `\\x${name}`, body: `\\x${body.toString("hex")}` })),
  );
  return fresh.length;
}

/** How changes are published; `undefined` before a business is set up. */
export async function readGate(db: Database): Promise<GateRow | undefined> {
  const [row] = await db.select().from(gate).where(eq(gate.id, 1));
  return row;
}

/** The same, which nobody else changes before the transaction ends. */
export async function lockGate(tx: Database): Promise<GateRow | undefined> {
  const [row] = await tx.select().from(gate).where(eq(gate.id, 1)).for("update");
  return row;
}

export async function writeGate(tx: Database, values: Partial<Omit<GateRow, "id">>): Promise<void> {
  await tx.update(gate).set(values).where(eq(gate.id, 1));
}

export async function insertGate(tx: Database, row: Omit<GateRow, "id">): Promise<void> {
  await tx.insert(gate).values({ id: 1, ...row });
}

/** Codes the draft calls otherwise than the live revision, in order. */
export async function readDraftRenames(db: Database): Promise<Renaming[]> {
  const rows = await db.select().from(draftRenames).orderBy(asc(draftRenames.position));
  return rows.map(({ list, from, to }) => ({ list, from, to }));
}

export async function addDraftRenames(tx: Database, renames: readonly Renaming[]): Promise<void> {
  if (renames.length > 0) await tx.insert(draftRenames).values([...renames]);
}

export async function putDraftRenames(tx: Database, renames: readonly Renaming[]): Promise<void> {
  await tx.delete(draftRenames);
  await addDraftRenames(tx, renames);
}

export async function readProposal(db: Database): Promise<ProposalRow | undefined> {
  const [row] = await db.select().from(proposals).where(eq(proposals.id, 1));
  return row;
}

export async function putProposal(tx: Database, row: Omit<ProposalRow, "id">): Promise<void> {
  await tx
    .insert(proposals)
    .values({ id: 1, ...row })
    .onConflictDoUpdate({ target: proposals.id, set: row });
}

export async function dropProposal(tx: Database): Promise<void> {
  await tx.delete(proposals);
}
