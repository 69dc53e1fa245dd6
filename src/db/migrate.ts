import { readMigrationFiles } from "drizzle-orm/migrator";
import { migrate } from "drizzle-orm/node-postgres/migrator";
import { drizzle } from "drizzle-orm/node-postgres";
import { Client } from "pg";
import { APP_ROLE, grantToApp } from "./grants";
import { prepareQueues } from "./queue";

const LOCK = 7_714_226;
/** Months of the record of activity that have a part of their own before they begin. */
const MONTHS_AHEAD = 4;

/** Said when the data were written by a later version, whose tables this one does not know. */
export class NewerData extends Error {
  constructor() {
    super(
      "These data were written by a newer Wallodrom: start that one, or restore a backup of this version.",
    );
  }
}

/**
 * Brings the database's tables up to date, as their owner; two that start at once wait for each other. The app's own
 * role then gets what it needs and no more. Throws `NewerData` where a later version was here before.
 */
export async function migrateDatabase(url: string, migrationsFolder: string): Promise<void> {
  const client = new Client({ connectionString: url });
  await client.connect();
  try {
    await client.query("select pg_advisory_lock($1)", [LOCK]);
    await refuseNewer(client, migrationsFolder);
    await migrate(drizzle(client), { migrationsFolder });
    await client.query("select make_activity_months(now(), $1)", [MONTHS_AHEAD]);
    await prepareQueues(url);
    const { rowCount } = await client.query("select 1 from pg_roles where rolname = $1", [APP_ROLE]);
    if (rowCount) await grantToApp(client);
  } finally {
    await client.end();
  }
}

async function refuseNewer(client: Client, migrationsFolder: string): Promise<void> {
  const newest = Math.max(
    ...readMigrationFiles({ migrationsFolder }).map(({ folderMillis }) => folderMillis),
  );
  const last = await lastMigration(client);
  if (last !== undefined && last > newest) throw new NewerData();
}

/** When the newest migration that was run here was made (ms since 1970); `undefined` in an empty database. */
export async function lastMigration(client: Client): Promise<number | undefined> {
  const { rows: found } = await client.query<{ there: string | null }>(
    "select to_regclass('drizzle.__drizzle_migrations') as there",
  );
  if (!found[0]?.there) return undefined;
  const { rows } = await client.query<{ last: string | null }>(
    "select max(created_at) as last from drizzle.__drizzle_migrations",
  );
  const last = rows[0]?.last;
  return last === null || last === undefined ? undefined : Number(last);
}
