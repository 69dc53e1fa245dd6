import type { ExtractTablesWithRelations } from "drizzle-orm";
import { drizzle, type NodePgDatabase, type NodePgQueryResultHKT } from "drizzle-orm/node-postgres";
import type { PgDatabase } from "drizzle-orm/pg-core";
import { Pool } from "pg";
import * as schema from "./schema";

type Schema = typeof schema;

/** What a query is given: a pool, or a transaction on one. */
export type Database = PgDatabase<NodePgQueryResultHKT, Schema, ExtractTablesWithRelations<Schema>>;

/** A pool: what transactions begin on. A transaction is none, so that none can be begun within another by mistake. */
export type PooledDatabase = NodePgDatabase<Schema> & { readonly $client: Pool };

export interface Connection {
  readonly db: PooledDatabase;
  readonly close: () => Promise<void>;
}

export interface PoolLimits {
  /** Connections at most. */
  readonly most?: number;
  /** Milliseconds one statement may take; then it is given up. */
  readonly statementMs?: number;
}

/** Milliseconds a statement waits for rows that somebody else is changing, and a transaction may lie idle. */
const LOCK_MS = 8000;
const IDLE_MS = 15_000;

/** Opens a pool. `onLost` hears of lost connections (a restarted server); without it the process would end. */
export function connect(
  url: string,
  onLost: (error: Error) => void,
  { most = 10, statementMs = 60_000 }: PoolLimits = {},
): Connection {
  const pool = new Pool({
    connectionString: url,
    max: most,
    connectionTimeoutMillis: 5000,
    statement_timeout: statementMs,
    lock_timeout: LOCK_MS,
    idle_in_transaction_session_timeout: IDLE_MS,
  });
  pool.on("error", onLost);
  // a connection lost in the middle of a transaction says so too, beside failing its query
  pool.on("connect", (client) => client.on("error", onLost));
  return { db: drizzle(pool, { schema }), close: () => pool.end() };
}
