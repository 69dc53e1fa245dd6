import { randomBytes } from "node:crypto";
import { Client } from "pg";
import { connect, type Connection } from "@/db/connect";

/** The database others are copied from: migrated, empty. */
const TEMPLATE = "migrated";

function clusterUrl(): string {
  const url = process.env.TEST_CLUSTER_URL;
  if (!url) throw new Error("database tests run by ./wallodrom test database");
  return url;
}

async function onServer(statement: string): Promise<void> {
  const client = new Client({ connectionString: clusterUrl() });
  await client.connect();
  try {
    await client.query(statement);
  } finally {
    await client.end();
  }
}

/** A database of its own for a test file; `drop` takes it away. */
export async function freshDatabase(): Promise<
  Connection & { readonly url: string; readonly drop: () => Promise<void> }
> {
  const name = `t_${randomBytes(6).toString("hex")}`;
  await onServer(`create database ${name} template ${TEMPLATE}`);
  const url = clusterUrl().replace(/\/[^/]+$/, `/${name}`);
  const connection = connect(url, () => undefined);
  return {
    ...connection,
    url,
    drop: async () => {
      await connection.close();
      await onServer(`drop database ${name} with (force)`);
    },
  };
}
