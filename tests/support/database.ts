import { randomBytes } from "node:crypto";
import { Client } from "pg";
import { connect, type Connection } from "@/db/connect";

/** The database others are copied from: migrated, empty. */
const TEMPLATE = "migrated";

function told(name: "TEST_CLUSTER_URL" | "TEST_APP_URL"): string {
  const url = process.env[name];
  if (!url) throw new Error("database tests run by ./wallodrom test database");
  return url;
}

async function onServer(statement: string): Promise<void> {
  const client = new Client({ connectionString: told("TEST_CLUSTER_URL") });
  await client.connect();
  try {
    await client.query(statement);
  } finally {
    await client.end();
  }
}

interface TestDatabase extends Connection {
  /** As the app connects. */
  readonly url: string;
  /** As the tables' owner connects. */
  readonly ownerUrl: string;
  readonly drop: () => Promise<void>;
  /** Lets nobody in and throws everybody out, as when the server is away, for as long as some work takes. */
  readonly away: (work: () => Promise<void>) => Promise<void>;
  /** Ends its use: from then on it is only copied. */
  readonly freeze: () => Promise<{
    readonly copy: () => Promise<TestDatabase>;
    readonly drop: () => Promise<void>;
  }>;
}

/** The database that has the demo in it: loaded once, copied by every file that begins with it. */
const WITH_DEMO = "with_demo";

/** A database of its own with Nettle & Comb in it. */
export const demoDatabase = () => freshDatabase(WITH_DEMO);

/** A database of its own for a test file, used as the app uses it; `drop` takes it away. */
export async function freshDatabase(template = TEMPLATE): Promise<TestDatabase> {
  const name = `t_${randomBytes(6).toString("hex")}`;
  await onServer(`create database ${name} template ${template}`);
  const urlOf = (cluster: string) => cluster.replace(/\/[^/]+$/, `/${name}`);
  const url = urlOf(told("TEST_APP_URL"));
  const connection = connect(url, () => undefined);
  return {
    ...connection,
    url,
    ownerUrl: urlOf(told("TEST_CLUSTER_URL")),
    drop: async () => {
      await connection.close();
      await onServer(`drop database ${name} with (force)`);
    },
    away: async (work) => {
      await onServer(`alter database ${name} with allow_connections false`);
      try {
        await onServer(`select pg_terminate_backend(pid) from pg_stat_activity where datname = '${name}'`);
        await work();
      } finally {
        await onServer(`alter database ${name} with allow_connections true`);
      }
    },
    freeze: async () => {
      await connection.close();
      return {
        copy: () => freshDatabase(name),
        drop: () => onServer(`drop database ${name} with (force)`),
      };
    },
  };
}
