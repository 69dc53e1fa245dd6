import { migrate } from "drizzle-orm/node-postgres/migrator";
import { drizzle } from "drizzle-orm/node-postgres";
import { Client } from "pg";

const LOCK = 7_714_226;

/** Brings the database's tables up to date; two that start at once wait for each other. */
export async function migrateDatabase(url: string, migrationsFolder: string): Promise<void> {
  const client = new Client({ connectionString: url });
  await client.connect();
  try {
    await client.query("select pg_advisory_lock($1)", [LOCK]);
    await migrate(drizzle(client), { migrationsFolder });
  } finally {
    await client.end();
  }
}
