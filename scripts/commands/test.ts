import { spawnSync } from "node:child_process";
import { existsSync } from "node:fs";
import { connect, type Database } from "@/db/connect";
import { migrateDatabase } from "@/db/migrate";
import { demoPeople, loadDemo, loadPeople } from "../load-demo";
import { ensureBuild } from "../machine/build";
import { createDatabase, dropDatabase, startCluster, type Cluster } from "../machine/cluster";
import { freePort } from "../machine/free-port";
import { installPackages } from "../machine/packages";
import { root } from "../machine/paths";
import { startServer, type WebServer } from "../machine/server";
import { migrations } from "./serve";

const stages = ["types", "lint", "unit", "database", "browser"] as const;
type Stage = (typeof stages)[number];

/** The database that test databases are copied from: migrated and empty. */
export const TEMPLATE = "migrated";

/** Runs all stages, or the ones named; a failing stage does not keep the others from running. */
export async function testAll(names: string[]): Promise<number> {
  const wanted = stages.filter((stage) => names.length === 0 || names.includes(stage));
  const results: { stage: Stage; ok: boolean; seconds: number }[] = [];
  let cluster: Cluster | undefined;
  try {
    for (const stage of wanted) {
      console.log(`\n== ${stage}`);
      const begun = Date.now();
      if (stage === "database" || stage === "browser") cluster ??= await startCluster("test", 54_480, false);
      results.push({
        stage,
        ok: await runStage(stage, cluster),
        seconds: Math.round((Date.now() - begun) / 1000),
      });
    }
  } finally {
    if (cluster?.startedHere) cluster.stop();
  }
  console.log("");
  for (const { stage, ok, seconds } of results)
    console.log(`${ok ? "passed" : "FAILED"}  ${stage} (${seconds} s)`);
  const passed = results.filter((result) => result.ok).length;
  console.log(`\nstages: ${passed} passed, ${results.length - passed} failed`);
  return passed === results.length ? 0 : 1;
}

async function runStage(stage: Stage, cluster: Cluster | undefined): Promise<boolean> {
  if (stage === "database" && cluster) return databaseTests(cluster);
  if (stage === "browser" && cluster) return browserTests(cluster);
  return script(stage === "types" || stage === "lint" ? stage : "test:unit");
}

function script(name: string, environment: Record<string, string> = {}): boolean {
  const result = spawnSync("npm", ["run", "--silent", name], {
    cwd: root,
    stdio: "inherit",
    env: { ...process.env, ...environment, NEXT_TELEMETRY_DISABLED: "1" },
  });
  return result.status === 0;
}

async function databaseTests(cluster: Cluster): Promise<boolean> {
  await dropDatabase(cluster, TEMPLATE);
  await createDatabase(cluster, TEMPLATE);
  await migrateDatabase(cluster.urlOf(TEMPLATE), migrations);
  return script("test:database", { TEST_CLUSTER_URL: cluster.urlOf("postgres") });
}

async function browserTests(cluster: Cluster): Promise<boolean> {
  if (!existsSync("/usr/bin/chromium")) installPackages("chromium");
  const build = ensureBuild();
  const full = await freshServer(cluster, "browser", build, 4280, (db) => loadDemo(db, new Date()));
  try {
    // a business that is still to be set up
    const empty = await freshServer(cluster, "browser_empty", build, 4290, (db) =>
      loadPeople(db, demoPeople),
    );
    try {
      return script("test:browser", { BASE_URL: full.url, EMPTY_URL: empty.url });
    } finally {
      await empty.stop();
    }
  } finally {
    await full.stop();
  }
}

/** A server on a database of its own, made anew and filled. */
async function freshServer(
  cluster: Cluster,
  name: string,
  build: string,
  port: number,
  fill: (db: Database) => Promise<unknown>,
): Promise<WebServer> {
  await dropDatabase(cluster, name);
  await createDatabase(cluster, name);
  const url = cluster.urlOf(name);
  await migrateDatabase(url, migrations);
  const { db, close } = connect(url, () => undefined);
  await fill(db);
  await close();
  return startServer(name, build, await freePort(port), url, { LOG_LEVEL: "warn" });
}
