import { connect, type PooledDatabase } from "@/db/connect";
import { migrateDatabase } from "@/db/migrate";
import { migrations } from "../commands/serve";
import { createDatabase, dropDatabase, type Cluster } from "./cluster";
import { freePort } from "./free-port";
import { startServer, type WebServer } from "./server";

/** What fills a new database: a function, or another database that it is a copy of. */
export type Fill = string | ((db: PooledDatabase) => Promise<unknown>);

export interface Fresh {
  readonly name: string;
  readonly build: string;
  readonly port: number;
  readonly processes: number;
  readonly fill: Fill;
}

/** A server on a database of its own, made anew and filled. */
export async function freshServer(
  cluster: Cluster,
  { name, build, port, processes, fill }: Fresh,
): Promise<WebServer> {
  const database = `${name}_data`;
  await dropDatabase(cluster, database);
  if (typeof fill === "string") await createDatabase(cluster, database, `${fill}_filled`);
  else {
    const filled = `${name}_filled`;
    await dropDatabase(cluster, filled);
    await createDatabase(cluster, filled);
    await migrateDatabase(cluster.urlOf(filled), migrations);
    const { db, close } = connect(cluster.urlOf(filled), () => undefined);
    await fill(db);
    await close();
    await createDatabase(cluster, database, filled);
  }
  return startServer(name, build, await freePort(port), cluster.appUrlOf(database), {
    LOG_LEVEL: "warn",
    LOOPBACK_CALLS: "yes",
    WALLODROM_PROCESSES: String(processes),
  });
}
