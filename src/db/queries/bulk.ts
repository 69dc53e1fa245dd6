import { getTableColumns, getTableName, sql, type SQL } from "drizzle-orm";
import { getTableConfig, type PgColumn, type PgTable } from "drizzle-orm/pg-core";
import type { Database } from "../connect";

type Row = Readonly<Record<string, unknown>>;

/** Rows a statement: one parameter holds them all, so that thousands cost one plan and no query text of their own. */
const MOST_ROWS = 5000;

/** Inserts rows, or puts them over those with their key; columns that a row does not name become null, but for `version`, which counts. */
export async function upsertRows(tx: Database, table: PgTable, rows: readonly Row[]): Promise<void> {
  const keys = keyColumns(table);
  const columns = columnsOf(table).filter(([name]) => name !== "version");
  const others = columns.filter(([, column]) => !keys.some(([, key]) => key === column));
  const set = others.map(([, { name }]) => sql`${sql.identifier(name)} = excluded.${sql.identifier(name)}`);
  if ("version" in getTableColumns(table))
    set.push(sql`version = ${sql.identifier(getTableName(table))}.version + 1`);
  const conflict = set.length > 0 ? sql`do update set ${sql.join(set, sql`, `)}` : sql`do nothing`;
  for (const part of parts(rows))
    await tx.execute(
      sql`insert into ${table} (${names(columns)}) select ${names(columns)} from ${recordset(table, part)} on conflict (${names(keys)}) ${conflict}`,
    );
}

/** Inserts rows whose keys the database makes. */
export async function appendRows(tx: Database, table: PgTable, rows: readonly Row[]): Promise<void> {
  const given = new Set(rows.flatMap((row) => Object.keys(row)));
  const columns = columnsOf(table).filter(([name]) => given.has(name));
  for (const part of parts(rows))
    await tx.execute(
      sql`insert into ${table} (${names(columns)}) select ${names(columns)} from ${recordset(table, part)}`,
    );
}

/** Removes the rows with the keys of those given. */
export async function removeRows(tx: Database, table: PgTable, rows: readonly Row[]): Promise<void> {
  const keys = keyColumns(table);
  const own = sql.identifier(getTableName(table));
  const same = keys.map(([, { name }]) => sql`${own}.${sql.identifier(name)} = gone.${sql.identifier(name)}`);
  for (const part of parts(rows))
    await tx.execute(
      sql`delete from ${table} using ${recordset(table, part)} as gone where ${sql.join(same, sql` and `)}`,
    );
}

/** Rows as the database reads them from one JSON text, each value cast to its column's type. */
function recordset(table: PgTable, rows: readonly Row[]): SQL {
  const columns = columnsOf(table);
  const plain = rows.map((row) =>
    Object.fromEntries(
      columns.flatMap(([name, column]) => (row[name] === undefined ? [] : [[column.name, row[name]]])),
    ),
  );
  return sql`jsonb_populate_recordset(null::${table}, ${JSON.stringify(plain)}::jsonb)`;
}

function* parts(rows: readonly Row[]): Generator<readonly Row[]> {
  for (let at = 0; at < rows.length; at += MOST_ROWS) yield rows.slice(at, at + MOST_ROWS);
}

function columnsOf(table: PgTable): [string, PgColumn][] {
  return Object.entries(getTableColumns(table) as Record<string, PgColumn>);
}

function keyColumns(table: PgTable): [string, PgColumn][] {
  const composite = (getTableConfig(table).primaryKeys[0]?.columns ?? []).map((column) => column.name);
  return columnsOf(table).filter(([, column]) => column.primary || composite.includes(column.name));
}

function names(columns: readonly [string, PgColumn][]): SQL {
  return sql.join(
    columns.map(([, column]) => sql`${sql.identifier(column.name)}`),
    sql`, `,
  );
}
