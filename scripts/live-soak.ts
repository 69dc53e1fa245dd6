import { fork } from "node:child_process";
import { createWriteStream, mkdirSync, readFileSync } from "node:fs";
import { join } from "node:path";
import { connect, type PooledDatabase } from "@/db/connect";
import { migrateDatabase } from "@/db/migrate";
import { setConnection } from "@/server/carriers/connection-settings";
import { sql } from "drizzle-orm";
import { AMBERWAY_KEY } from "../sim/carriers/amberway";
import { demoConnections } from "../sim/carriers/demo-connections";
import { faultKinds } from "../sim/carriers/faults";
import { seeded } from "../sim/seeded";
import { startStandIns, type StandIns } from "../sim/carriers/server";
import { STONEPIER_PASSWORD, STONEPIER_USER } from "../sim/carriers/stonepier";
import { TERNWING_KEY } from "../sim/carriers/ternwing";
import type { SoakOrder, SoakTold } from "./bench/soak-quotes";
import { migrations } from "./commands/serve";
import { loadDemo } from "./load-demo";
import { createDatabase, dropDatabase, startCluster } from "./machine/cluster";
import { dataFolder, root } from "./machine/paths";

const DATABASE = "soak";
const SECRET = "x".repeat(32);
const PER_SECOND = 20;
const FAULTS_EVERY_MS = 20_000;
const MB = 1024 * 1024;

const secrets = [
  TERNWING_KEY,
  STONEPIER_PASSWORD,
  AMBERWAY_KEY,
  Buffer.from(`${STONEPIER_USER}:${STONEPIER_PASSWORD}`).toString("base64"),
];

/**
 * `npm run soak:live -- [minutes]`: twenty quotes a second that carriers are asked for, with faults coming and going. Says
 * what memory they need after a collection, whether one came too late, and whether a secret got into a log, a row or an answer.
 */
async function main(): Promise<void> {
  const minutes = Number(process.argv[2] ?? 30);
  Object.assign(process.env, { AUTH_SECRET: SECRET, SECRETS_KEY: SECRET, WALLODROM_URL: "http://127.0.0.1" });
  const cluster = await startCluster("bench", 54_580, false);
  await dropDatabase(cluster, DATABASE);
  await createDatabase(cluster, DATABASE);
  await migrateDatabase(cluster.urlOf(DATABASE), migrations);
  const { db, close } = connect(cluster.appUrlOf(DATABASE), () => undefined, { most: 2 });
  const standIns = await startStandIns(0, { seed: 1 });
  try {
    await loadDemo(db, new Date());
    for (const { standIn, fields, ...connection } of demoConnections) {
      const by = { who: { id: null, name: "Soak" }, now: new Date() };
      const settings = { url: `${standIns.url}/${standIn}`, fields };
      const set = await setConnection(db, connection, settings, {
        ...by,
        keys: { current: SECRET },
        loopback: true,
      });
      if (!set.ok) throw new Error(set.code);
    }
    const stopFaults = comeAndGo(standIns);
    const { told, log } = await quoting({
      databaseUrl: cluster.appUrlOf(DATABASE),
      minutes,
      perSecond: PER_SECOND,
      secrets,
    });
    stopFaults();
    judge(told, minutes, { log: leaks(readFileSync(log, "utf8")), rows: leaks(await allRows(db)) });
  } finally {
    await standIns.stop();
    await close();
    await cluster.leave();
  }
}

/** Other faults every while: none for one time in three, else one or several of any kind, for each carrier by itself. */
function comeAndGo({ faults }: StandIns): () => void {
  const random = seeded(7);
  const timer = setInterval(() => {
    for (const { standIn } of demoConnections)
      faults.set(standIn, random() < 0.34 ? [] : faultKinds.filter(() => random() < 0.25));
  }, FAULTS_EVERY_MS);
  return () => clearInterval(timer);
}

/** Has a process of its own quote, its lines written to a file. */
async function quoting(
  order: SoakOrder,
): Promise<{ readonly told: readonly SoakTold[]; readonly log: string }> {
  const folder = join(dataFolder, "soak");
  mkdirSync(folder, { recursive: true });
  const log = join(folder, "quotes.log");
  const lines = createWriteStream(log);
  const child = fork(join(root, "scripts/bench/soak-quotes.ts"), {
    execArgv: ["--expose-gc", "--conditions=react-server", "--import", "tsx"],
    env: { ...process.env, LOOPBACK_CALLS: "yes", LOG_LEVEL: "debug", DATABASE_URL: order.databaseUrl },
    stdio: ["ignore", "pipe", "pipe", "ipc"],
  });
  child.stdout?.pipe(lines, { end: false });
  child.stderr?.pipe(lines, { end: false });
  const told: SoakTold[] = [];
  child.on("message", (message: SoakTold) => {
    told.push(message);
    if (told.length % 6 === 0) tell(message);
  });
  child.send(order);
  const code = await new Promise<number | null>((resolve) => child.once("exit", resolve));
  await new Promise((resolve) => lines.end(resolve));
  if (code !== 0) throw new Error(`the process that quotes ended with ${code}: see ${log}`);
  return { told, log };
}

function tell({ seconds, heap, rss, quotes, late, longest, live, fallback, failed }: SoakTold): void {
  console.log(
    `${String(Math.round(seconds / 60)).padStart(3)} min: ${quotes} quotes, ${live} by a carrier, ${fallback} with a fallback, ${failed} failed, ${late} late, longest ${Math.round(longest)} ms; ${Math.round(heap / MB)} MB after a collection, ${Math.round(rss / MB)} MB held`,
  );
}

const leaks = (text: string) => secrets.filter((secret) => text.includes(secret)).length;

/** Every row of every table as text. */
async function allRows(db: PooledDatabase): Promise<string> {
  const { rows } = await db.execute<{ name: string }>(
    sql`select quote_ident(table_name) as name from information_schema.tables where table_schema = 'public'`,
  );
  const texts: string[] = [];
  for (const { name } of rows) {
    const found = await db.execute(sql`select t::text as row from ${sql.raw(name)} t`);
    texts.push(JSON.stringify(found.rows));
  }
  return texts.join("\n");
}

function judge(
  told: readonly SoakTold[],
  minutes: number,
  leaked: { readonly log: number; readonly rows: number },
): void {
  const within = (from: number, to: number) =>
    told.filter(({ seconds }) => seconds > from * 60 && seconds <= to * 60).map(({ heap }) => heap);
  // of a shorter run the parts are as long in proportion
  const part = minutes / 30;
  const most = (heaps: readonly number[]) => Math.max(0, ...heaps);
  const [early, late] = [within(5 * part, 10 * part), within(minutes - 5 * part, minutes)];
  const ratio = most(late) / most(early);
  const last = told.at(-1);
  console.log(
    `memory after a collection: ${Math.round(most(early) / MB)} MB at most in minutes ${(5 * part).toFixed(1)} to ${(10 * part).toFixed(1)}, ${Math.round(most(late) / MB)} MB in the last ${(5 * part).toFixed(1)}: ${ratio.toFixed(2)} times`,
  );
  console.log(
    `${last?.quotes ?? 0} quotes, ${last?.late ?? 0} later than the deadline by more than 100 ms, ${last?.failed ?? 0} failed; secrets found: ${leaked.log} in the log, ${leaked.rows} in rows, ${last?.leaked ?? 0} in answers`,
  );
  const isGood = ratio <= 1.1 && last?.late === 0 && last.failed === 0;
  if (!isGood || leaked.log + leaked.rows + last.leaked > 0) throw new Error("not as it should be");
}

main()
  .then(() => process.exit(0))
  .catch((error: unknown) => {
    console.error(error);
    process.exit(1);
  });
