import { spawn, spawnSync } from "node:child_process";
import { existsSync, mkdirSync, readdirSync, readFileSync, rmSync } from "node:fs";
import { join } from "node:path";
import { connect } from "@/db/connect";
import { migrateDatabase } from "@/db/migrate";
import { makeAllResults } from "@/server/recovery/make-results";
import { demoPeople, loadDemo, loadPeople } from "../load-demo";
import { ensureBuild } from "../machine/build";
import { createDatabase, dropDatabase, startCluster, type Cluster } from "../machine/cluster";
import { freshServer, type Fill } from "../machine/fresh-server";
import { installPackages } from "../machine/packages";
import { root } from "../machine/paths";
import type { WebServer } from "../machine/server";
import { migrations } from "./serve";
import { failedInJest, failedInPlaywright, failuresIn } from "./what-failed";

const stages = ["types", "lint", "unit", "database", "browser"] as const;
type Stage = (typeof stages)[number];

/** The database that test databases are copied from: migrated and empty. */
export const TEMPLATE = "migrated";
/** The database that those with the demo in them are copied from. */
const WITH_DEMO = "with_demo";
/** Most database tests say that it is this day: what the demo has made is not later. */
const DEMO_DAY = Date.parse("2026-11-24T09:00:00Z");

/** Where the stages leave their reports, one file each, for {@link tellFailures}. */
const reports = join(root, "test-results", "reports");
const reportOf = (name: string) => join(reports, `${name}.json`);

/** Runs all stages, or the ones named; a failing stage does not keep the others from running. */
export async function testAll(names: string[]): Promise<number> {
  const wanted = stages.filter((stage) => names.length === 0 || names.includes(stage));
  const results: { stage: Stage; ok: boolean; seconds: number }[] = [];
  let cluster: Cluster | undefined;
  rmSync(reports, { recursive: true, force: true });
  mkdirSync(reports, { recursive: true });
  try {
    const run = async (stage: Stage) => {
      const begun = Date.now();
      const ok = await runStage(stage, cluster);
      results.push({ stage, ok, seconds: Math.round((Date.now() - begun) / 1000) });
    };
    // neither needs more than a core; the types of routes are there before either reads them
    const still = wanted.filter((stage) => stage === "types" || stage === "lint");
    if (still.length > 0) {
      console.log(`\n== ${still.join(" and ")}`);
      if (script("typegen")) await Promise.all(still.map(run));
      else for (const stage of still) results.push({ stage, ok: false, seconds: 0 });
    }
    for (const stage of wanted) {
      if (stage === "types" || stage === "lint") continue;
      console.log(`\n== ${stage}`);
      if (stage === "database" || stage === "browser") cluster ??= await startCluster("test", 54_480, false);
      await run(stage);
    }
  } finally {
    await cluster?.leave();
  }
  console.log("");
  tellFailures();
  for (const { stage, ok, seconds } of results)
    console.log(`${ok ? "passed" : "FAILED"}  ${stage} (${seconds} s)`);
  const passed = results.filter((result) => result.ok).length;
  console.log(`\nstages: ${passed} passed, ${results.length - passed} failed`);
  return passed === results.length ? 0 : 1;
}

/** Names each failing test once more at the end, where one looks first in a long output. */
function tellFailures(): void {
  const found = [
    ...["unit", "database"].flatMap((name) => failuresIn(reportOf(name), failedInJest)),
    ...Array.from({ length: SHARDS }, (_, i) =>
      failuresIn(reportOf(`browser-${i + 1}`), failedInPlaywright),
    ).flat(),
  ];
  for (const { file, name, said } of found) console.log(`FAILED  ${file} › ${name}\n${said}\n`);
}

async function runStage(stage: Stage, cluster: Cluster | undefined): Promise<boolean> {
  if (stage === "database" && cluster) return databaseTests(cluster);
  if (stage === "browser" && cluster) return browserTests(cluster);
  if (stage === "unit") return jestTests("unit");
  return told("npm", ["run", "--silent", stage === "types" ? "types:all" : "lint"], {});
}

function jestTests(name: "unit" | "database", environment: Record<string, string> = {}): boolean {
  return script(`test:${name}`, environment, ["--json", `--outputFile=${reportOf(name)}`]);
}

function script(name: string, environment: Record<string, string> = {}, options: string[] = []): boolean {
  const result = spawnSync("npm", ["run", "--silent", name, "--", ...options], {
    cwd: root,
    stdio: "inherit",
    env: { ...process.env, ...environment, NEXT_TELEMETRY_DISABLED: "1" },
  });
  return result.status === 0;
}

/** Makes the databases that those of the tests are copied from. */
export async function makeTemplates(cluster: Cluster): Promise<void> {
  await dropDatabase(cluster, TEMPLATE);
  await createDatabase(cluster, TEMPLATE);
  await migrateDatabase(cluster.urlOf(TEMPLATE), migrations);
  await dropDatabase(cluster, WITH_DEMO);
  await createDatabase(cluster, WITH_DEMO, TEMPLATE);
  const { db, close } = connect(cluster.urlOf(WITH_DEMO), () => undefined);
  try {
    await loadDemo(db, new Date(Math.min(Date.now(), DEMO_DAY)));
    await makeAllResults(db);
  } finally {
    await close();
  }
}

async function databaseTests(cluster: Cluster): Promise<boolean> {
  await makeTemplates(cluster);
  return jestTests("database", {
    TEST_CLUSTER_URL: cluster.urlOf("postgres"),
    TEST_APP_URL: cluster.appUrlOf("postgres"),
  });
}

/** How many halves the browser tests run in side by side, each with a database and a server of its own. */
const SHARDS = 2;

async function browserTests(cluster: Cluster): Promise<boolean> {
  if (!existsSync("/usr/bin/chromium")) installPackages("chromium");
  const build = ensureBuild();
  const servers: WebServer[] = [];
  try {
    const start = async (name: string, port: number, processes: number, fill: Fill) => {
      const server = await freshServer(cluster, { name, build, port, processes, fill });
      servers.push(server);
      return server.url;
    };
    const first = await start("browser", 4280, 2, async (db) => {
      await loadDemo(db, new Date());
      // here once, not by the worker of each server beside the tests
      await makeAllResults(db);
    });
    const rest = [];
    for (let n = 2; n <= SHARDS; n++) rest.push(await start(`browser_${n}`, 4280 + n, 1, "browser"));
    // two that are still to be set up
    const empty = await start("browser_empty", 4290, 1, (db) => loadPeople(db, demoPeople));
    const own = await start("browser_own", 4298, 1, "browser_empty");
    // what is published is everybody's: the tests of the gate have a business of their own
    const gate = await start("browser_gate", 4294, 2, "browser");
    const urls = [first, ...rest];
    const halves = shares(SHARDS)
      .filter((files) => files.length > 0)
      .map((files, i) =>
        shard(i + 1, files, {
          BASE_URL: urls[i] ?? first,
          EMPTY_URL: empty,
          OWN_URL: own,
          GATE_URL: gate,
          BUILD_FOLDER: build,
        }),
      );
    return (await Promise.all(halves)).every(Boolean);
  } finally {
    for (const server of servers) await server.stop();
  }
}

/** Seconds a file of which nothing was measured counts. */
const UNMEASURED = 60;

/** `SPECS="gate doors" ./wallodrom test browser` runs those files alone, each with the businesses it needs. */
function isAsked(file: string): boolean {
  const asked = process.env.SPECS?.split(" ") ?? [];
  return asked.length === 0 || asked.includes(file.replace(".spec.ts", ""));
}

/**
 * The files of the browser tests in so many shares that take about as long, by what was measured of each. Those that use the same
 * further business are in one share: side by side they would publish into each other's.
 */
function shares(count: number): string[][] {
  const folder = join(root, "tests/e2e");
  const measured = JSON.parse(readFileSync(join(folder, "seconds.json"), "utf8")) as Record<string, number>;
  const groups = new Map<string, { names: string[]; seconds: number }>();
  for (const name of readdirSync(folder).filter((file) => file.endsWith(".spec.ts") && isAsked(file))) {
    const further = /process\.env\.(\w+)_URL/.exec(readFileSync(join(folder, name), "utf8"))?.[1] ?? name;
    const group = groups.get(further) ?? { names: [], seconds: 0 };
    group.names.push(name);
    group.seconds += measured[name] ?? UNMEASURED;
    groups.set(further, group);
  }
  const files = [...groups.values()].sort(
    (a, b) => b.seconds - a.seconds || ((a.names[0] ?? "") < (b.names[0] ?? "") ? -1 : 1),
  );
  const found = Array.from({ length: count }, () => ({ names: [] as string[], seconds: 0 }));
  for (const { names, seconds } of files) {
    const [least] = [...found].sort((a, b) => a.seconds - b.seconds);
    least?.names.push(...names.map((name) => `tests/e2e/${name}`));
    if (least) least.seconds += seconds;
  }
  return found.map(({ names }) => names.sort());
}

/** Runs one half of the browser tests. */
function shard(n: number, files: readonly string[], environment: Record<string, string>): Promise<boolean> {
  return told("npx", ["playwright", "test", ...files], {
    ...environment,
    RESULTS_FOLDER: `test-results/${n}`,
    PLAYWRIGHT_JSON_OUTPUT_NAME: reportOf(`browser-${n}`),
  });
}

/** Runs a command beside others; what it says is printed in one piece when it ends. */
function told(
  command: string,
  options: readonly string[],
  environment: Record<string, string>,
): Promise<boolean> {
  const child = spawn(command, options, {
    cwd: root,
    stdio: ["ignore", "pipe", "pipe"],
    env: { ...process.env, ...environment, NEXT_TELEMETRY_DISABLED: "1" },
  });
  const said: Buffer[] = [];
  for (const stream of [child.stdout, child.stderr]) stream.on("data", (part: Buffer) => said.push(part));
  return new Promise((resolve) => {
    child.once("close", (code) => {
      process.stdout.write(Buffer.concat(said));
      resolve(code === 0);
    });
  });
}
