import { drizzle, type NodePgDatabase } from "drizzle-orm/node-postgres";
import { Pool } from "pg";
import * as schema from "./schema";

/** The database, or a transaction on it: queries take either. */
export type Database = NodePgDatabase<typeof schema>;

export interface Connection {
  readonly db: Database;
  readonly close: () => Promise<void>;
}

/** Opens a pool. `onLost` hears of lost connections (a restarted server); without it the process would end. */
export function connect(url: string, onLost: (error: Error) => void, most = 10): Connection {
  const pool = new Pool({ connectionString: url, max: most, connectionTimeoutMillis: 5000 });
  pool.on("error", onLost);
  // a connection lost in the middle of a transaction says so too, beside failing its query
  pool.on("connect", (client) => client.on("error", onLost));
  return { db: drizzle(pool, { schema }), close: () => pool.end() };
}
