import type { Client } from "pg";
import { QUEUE_SCHEMA } from "./queue";

/** The database role the app runs as: it reads and writes rows, and changes no table. */
export const APP_ROLE = "wallodrom_app";

/** Tables whose rows are written once: the app adds and reads, and takes nothing back. */
const writtenOnce = ["activity", "setup_parts"];

/** Gives the app's role what it needs: rows of all tables, but for those that are written once, of which it only adds. */
export async function grantToApp(client: Client): Promise<void> {
  const { rows } = await client.query<{ name: string }>(
    `select c.relname as name from pg_class c join pg_namespace n on n.oid = c.relnamespace
     where n.nspname = 'public' and c.relkind in ('r', 'p') and not c.relispartition`,
  );
  await client.query(`grant usage on schema public to ${APP_ROLE}`);
  for (const { name } of rows) {
    const table = client.escapeIdentifier(name);
    const rights = writtenOnce.includes(name) ? "select, insert" : "select, insert, update, delete";
    await client.query(`revoke all on ${table} from ${APP_ROLE}`);
    await client.query(`grant ${rights} on ${table} to ${APP_ROLE}`);
  }
  await client.query(`grant usage on schema ${QUEUE_SCHEMA} to ${APP_ROLE}`);
  await client.query(
    `grant select, insert, update, delete on all tables in schema ${QUEUE_SCHEMA} to ${APP_ROLE}`,
  );
  await client.query(`grant usage on sequence order_numbers to ${APP_ROLE}`);
  await client.query(`grant execute on function forget_in_activity(text) to ${APP_ROLE}`);
}
