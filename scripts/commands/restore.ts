import { existsSync } from "node:fs";
import { Client } from "pg";
import { connect } from "@/db/connect";
import { lastMigration, migrateDatabase, NewerData } from "@/db/migrate";
import { note } from "@/db/queries/activity";
import { createDatabase, dropDatabase, swapDatabases, type Cluster } from "../machine/cluster";
import { runningServer } from "../machine/server";
import { StopWord } from "../machine/stop-word";
import { ask, askSecretly } from "./ask";
import { keysFileOf, readBackupArguments, tool, withCluster } from "./backup";
import { openKeys, takeOverKeys } from "./sealed-keys";
import { beforeRestoring, migrations, type Profile } from "./serve";

/** What a backup holds, for whoever is asked whether it is the right one. */
interface Contents {
  readonly business: string | undefined;
  readonly orders: number;
  readonly people: number;
  /** The newest entry of its record of activity. */
  readonly last: string | undefined;
}

const tables = ["setup_state", "business", "orders", "people", "activity"];

/**
 * Puts a backup in place of a profile's data. It is restored beside them first, brought up to date, looked at and shown;
 * only then, when it is wanted, the two change places, at once. The data before are kept until the next start.
 */
export async function restore(args: string[]): Promise<number> {
  const { profile, file, yes } = readBackupArguments(args);
  if (!existsSync(file)) throw new StopWord(`There is no ${file}`);
  if (await runningServer(profile)) throw new StopWord("It is running: ./wallodrom stop first.");
  return withCluster(async (cluster) => {
    const coming = `${profile}_coming`;
    await dropDatabase(cluster, coming);
    refuseOther(listOf(cluster, file), file);
    await createDatabase(cluster, coming);
    try {
      tool("pg_restore", cluster, ["--exit-on-error", "--no-owner", "--no-privileges", "-d", coming, file]);
      await bringUpToDate(cluster.urlOf(coming));
      show(await contentsOf(cluster.urlOf(coming)), "The backup holds");
      await showPresent(cluster, profile);
      if (!yes && (await ask("Put the backup in their place? Type “yes”: ")) !== "yes") {
        console.log("Nothing was changed.");
        return 1;
      }
      if (existsSync(keysFileOf(file)))
        takeOverKeys(openKeys(keysFileOf(file), await askSecretly("The passphrase of its keys: ")));
      await noteRestoring(cluster.urlOf(coming));
      await dropDatabase(cluster, beforeRestoring(profile));
      await swapDatabases(cluster, { coming, going: beforeRestoring(profile), place: profile });
    } finally {
      await dropDatabase(cluster, coming);
    }
    console.log(`Restored from ${file}. The data before are kept until the next start.`);
    if (!existsSync(keysFileOf(file)))
      console.log(
        "Bank accounts and sign-ins inside open only with the key they were sealed with on this machine.",
      );
    return 0;
  });
}

/** What a file says it holds; nothing for one that is no dump at all. */
function listOf(cluster: Cluster, file: string): string {
  try {
    return tool("pg_restore", cluster, ["--list", file]);
  } catch (error) {
    if (error instanceof StopWord) return "";
    throw error;
  }
}

/** A dump of another database is told by its list of tables, before anything of it is run. */
function refuseOther(list: string, file: string): void {
  const found = new Set([...list.matchAll(/ TABLE public (\S+) /g)].map(([, name]) => name));
  if (tables.some((table) => !found.has(table)) || !/ TABLE drizzle __drizzle_migrations /.test(list))
    throw new StopWord(`${file} is no backup of Wallodrom.`);
}

async function bringUpToDate(url: string): Promise<void> {
  const client = new Client({ connectionString: url });
  await client.connect();
  try {
    if ((await lastMigration(client)) === undefined) throw new StopWord("The backup says no version.");
  } finally {
    await client.end();
  }
  try {
    await migrateDatabase(url, migrations);
  } catch (error) {
    if (error instanceof NewerData)
      throw new StopWord("The backup was made by a newer Wallodrom than this one.");
    throw error;
  }
}

async function contentsOf(url: string): Promise<Contents> {
  const client = new Client({ connectionString: url });
  await client.connect();
  try {
    const one = async <T>(question: string) => (await client.query<{ v: T }>(question)).rows[0]?.v;
    return {
      business: (await one<string>("select name as v from business")) ?? undefined,
      orders: Number(await one<string>("select count(*) as v from orders")),
      people: Number(await one<string>("select count(*) as v from people")),
      last: (await one<Date | null>("select max(at) as v from activity"))?.toISOString().slice(0, 16),
    };
  } finally {
    await client.end();
  }
}

function show({ business, orders, people, last }: Contents, what: string): void {
  const when =
    last === undefined ? "nothing was ever done in it" : `last changed ${last.replace("T", " ")} UTC`;
  console.log(`${what}: ${business ?? "no business yet"}, ${orders} orders, ${people} people, ${when}.`);
}

async function showPresent(cluster: Cluster, profile: Profile): Promise<void> {
  if (await createDatabase(cluster, profile)) return console.log("There are no data here yet.");
  try {
    show(await contentsOf(cluster.urlOf(profile)), "Here are now");
  } catch {
    console.log("What is here now can't be read.");
  }
}

async function noteRestoring(url: string): Promise<void> {
  const { db, close } = connect(url, () => undefined, { most: 1 });
  try {
    const by = { who: { id: null, name: "command line" }, now: new Date() };
    await note(db, by, { what: "backup-restored", subject: "backup" });
  } finally {
    await close();
  }
}
