import PgBoss from "pg-boss";
import { sql, type SQL } from "drizzle-orm";
import type { Database } from "./connect";

/** Where the queue's own tables lie. */
export const QUEUE_SCHEMA = "queue";

/** What waits in the order it came: work of seconds, and work of minutes, so that neither keeps the other waiting. */
export const queues = ["quick", "long"] as const;
export type QueueName = (typeof queues)[number];

const EXPIRES_AFTER_HOURS = 23;

/** Makes the queue's tables, or brings them up to date, as the owner of the database. */
export async function prepareQueues(url: string): Promise<void> {
  const boss = new PgBoss({
    connectionString: url,
    schema: QUEUE_SCHEMA,
    max: 1,
    supervise: false,
    schedule: false,
  });
  boss.on("error", () => undefined);
  await boss.start();
  // whoever does a job tells that it is alive; one that is not heard of any more is taken up by another
  for (const name of queues)
    if (!(await boss.getQueue(name)))
      await boss.createQueue(name, { name, retryLimit: 0, expireInHours: EXPIRES_AFTER_HOURS });
  await boss.stop({ graceful: false });
}

/** The queue as the app's role uses it: by its own connections, without a right to change tables. */
export function openQueue(db: Database, onError: (error: Error) => void, supervise: boolean): PgBoss {
  const boss = new PgBoss({
    db: { executeSql: (text, values) => execute(db, text, values as unknown[]) },
    schema: QUEUE_SCHEMA,
    migrate: false,
    supervise,
    schedule: false,
  });
  boss.on("error", onError);
  return boss;
}

/** Puts a job into a queue within a transaction: it is there when the transaction is. */
export async function enqueue(
  boss: PgBoss,
  tx: Database,
  queue: QueueName,
  id: string,
  startAfter?: Date,
): Promise<void> {
  await boss.send(
    queue,
    { id },
    {
      ...(startAfter ? { startAfter } : {}),
      db: { executeSql: (text, values) => execute(tx, text, values as unknown[]) },
    },
  );
}

async function execute(db: Database, text: string, values: unknown[] = []) {
  const { rows } = await db.execute(statement(text, values));
  return { rows: rows as unknown[] };
}

/** A statement with `$1`, `$2` … and its values, as Drizzle sends one. */
function statement(text: string, values: readonly unknown[]): SQL {
  const parts = text.split(/\$(\d+)/);
  return sql.join(
    parts.map((part, i) => (i % 2 === 0 ? sql.raw(part) : sql`${sql.param(values[Number(part) - 1])}`)),
    sql``,
  );
}
