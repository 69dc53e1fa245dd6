import { asc, eq, getTableColumns, sql } from "drizzle-orm";
import type { PgColumn, PgTable } from "drizzle-orm/pg-core";
import type { Setup } from "@/core/setup/setup";
import type { Database } from "../connect";
import { layouts, listNames, singles, type Layout } from "../mappers/layout";
import { assemble, differingRows, fromRow, toSingleRow, type PlacedRow, type Row } from "../mappers/rows";
import { setupState } from "../schema/setup";
import { removeRows, upsertRows } from "./bulk";

/** How often the stored setup, and the catalogue, were changed: whoever holds either compares it. */
export interface Stamps {
  readonly stamp: number;
  readonly catalogue: number;
}

const nothingStored: Stamps = { stamp: 0, catalogue: 0 };

const stamps = { stamp: setupState.stamp, catalogue: setupState.catalogue };

/** The counts of changes; 0 when nothing is stored. */
export async function readStamps(db: Database): Promise<Stamps> {
  const [state] = await db.select(stamps).from(setupState).where(eq(setupState.id, 1));
  return state ?? nothingStored;
}

/** Like `readStamps`, and holds every other writer of the setup until the transaction ends. */
export async function lockStamps(tx: Database): Promise<Stamps> {
  const [state] = await tx.select(stamps).from(setupState).where(eq(setupState.id, 1)).for("update");
  return state ?? nothingStored;
}

/** Moves the catalogue's stamp: items were changed. Call it inside the transaction that changes them. */
export async function moveCatalogue(tx: Database): Promise<void> {
  await tx
    .update(setupState)
    .set({ catalogue: sql`${setupState.catalogue} + 1` })
    .where(eq(setupState.id, 1));
}

/** The stored setup, or `undefined` when there is none. Trusts what `writeSetup` let in. */
export async function readSetup(db: Database): Promise<Setup | undefined> {
  const [business] = await db.select().from(singles.business);
  const [sourcing] = await db.select().from(singles.sourcing);
  if (!business || !sourcing) return undefined;
  const read = new Map<PgTable, Row[]>();
  for (const table of tablesOf(Object.values(layouts))) read.set(table, await readTable(db, table));
  const lists = listNames.map((name) => [name, assemble(layouts[name], (table) => read.get(table) ?? [])]);
  return {
    format: "wallodrom-setup/1",
    business: fromRow(business),
    sourcing: fromRow(sourcing),
    ...Object.fromEntries(lists),
  } as Setup;
}

function tablesOf(list: readonly Layout[]): PgTable[] {
  return list.flatMap((layout) => [layout.table, ...tablesOf(Object.values(layout.children ?? {}))]);
}

async function readTable(db: Database, table: PgTable): Promise<Row[]> {
  const columns = getTableColumns(table) as Record<string, PgColumn>;
  const position = columns.position;
  return position ? db.select().from(table).orderBy(asc(position)) : db.select().from(table);
}

/**
 * Stores a setup over the one that is stored (`before`, or `undefined` for none) by writing only the rows that differ,
 * and moves the stamp. Call it inside a transaction that holds the stamp. Returns the new stamp.
 */
export async function writeSetup(
  tx: Database,
  before: Setup | undefined,
  after: Setup,
  now: Date,
): Promise<number> {
  const [old, wanted] = rowsThatMayDiffer(before, after);
  const tables = [singles.business, singles.sourcing, ...tablesOf(Object.values(layouts))];
  for (const table of tables) await upsertRows(tx, table, changed(old.get(table), wanted.get(table)));
  for (const table of [...tables].reverse())
    await removeRows(tx, table, gone(old.get(table), wanted.get(table)));
  const [state] = await tx
    .insert(setupState)
    .values({ id: 1, stamp: 1, changedAt: now })
    .onConflictDoUpdate({
      target: setupState.id,
      set: { stamp: sql`${setupState.stamp} + 1`, changedAt: now },
    })
    .returning({ stamp: setupState.stamp });
  return state?.stamp ?? 1;
}

type RowsByTable = Map<PgTable, Map<string, PlacedRow>>;

/**
 * The rows of both setups, but for what the two share: records an edit left alone are the same objects in both, and
 * nothing of them needs to be compared.
 */
function rowsThatMayDiffer(before: Setup | undefined, after: Setup): [RowsByTable, RowsByTable] {
  const old: PlacedRow[] = [];
  const wanted: PlacedRow[] = [];
  for (const [name, table] of Object.entries(singles)) {
    const key = name as keyof typeof singles;
    if (before) old.push(toSingleRow(table, before[key] as Row));
    wanted.push(toSingleRow(table, after[key] as Row));
  }
  for (const name of listNames) {
    const lists = [before?.[name] ?? [], after[name]] as unknown as [readonly Row[], readonly Row[]];
    const [of, to] = differingRows(layouts[name], ...lists);
    for (const row of of) old.push(row);
    for (const row of to) wanted.push(row);
  }
  return [byTable(old), byTable(wanted)];
}

function byTable(placed: readonly PlacedRow[]): RowsByTable {
  const tables: RowsByTable = new Map();
  for (const entry of placed) {
    const rows = tables.get(entry.table);
    if (rows) rows.set(entry.key, entry);
    else tables.set(entry.table, new Map([[entry.key, entry]]));
  }
  return tables;
}

function changed(old: Map<string, PlacedRow> | undefined, wanted: Map<string, PlacedRow> | undefined): Row[] {
  if (!wanted) return [];
  return [...wanted.values()]
    .filter((entry) => {
      const before = old?.get(entry.key);
      return !before || JSON.stringify(before.row) !== JSON.stringify(entry.row);
    })
    .map((entry) => entry.row);
}

function gone(old: Map<string, PlacedRow> | undefined, wanted: Map<string, PlacedRow> | undefined): Row[] {
  return old ? [...old.values()].filter((entry) => !wanted?.has(entry.key)).map((entry) => entry.row) : [];
}
