import type { PgTransactionConfig } from "drizzle-orm/pg-core";
import type { Database, PooledDatabase } from "@/db/connect";
import type { Failure, Result } from "./result";

/** Carries a failure out of a transaction, so that the database keeps nothing of it. */
class Refused extends Error {
  constructor(readonly failure: Failure) {
    super(failure.code);
  }
}

/**
 * Runs a use case in one transaction: kept when it is done, rolled back when it fails or throws. The only place where
 * transactions begin; what is refused leaves no trace.
 */
export async function inTransaction<T>(
  db: PooledDatabase,
  run: (tx: Database) => Promise<Result<T>>,
  config?: PgTransactionConfig,
): Promise<Result<T>> {
  try {
    return await db.transaction(async (tx) => {
      const result = await run(tx);
      if (!result.ok) throw new Refused(result);
      return result;
    }, config);
  } catch (error) {
    if (error instanceof Refused) return error.failure;
    throw error;
  }
}

/** Reads several things as they were at one instant. */
export function atOneInstant<T>(db: PooledDatabase, read: (tx: Database) => Promise<T>): Promise<T> {
  return db.transaction(read, { isolationLevel: "repeatable read", accessMode: "read only" });
}
