import { spawn } from "node:child_process";
import { join } from "node:path";
import { sql } from "drizzle-orm";
import { parseSetup } from "@/core/setup/parse-setup";
import { valueAt } from "@/core/setup/path";
import { connect } from "@/db/connect";
import { migrateDatabase } from "@/db/migrate";
import { readSetup, readStamps } from "@/db/queries/setup";
import { loadDemo } from "../../scripts/load-demo";
import { migrations } from "../../scripts/commands/serve";
import { createDatabase, dropDatabase, startCluster } from "../../scripts/machine/cluster";
import { CELL } from "./cell";

const KILLS = Number(process.env.KILLS ?? 50);
const DATABASE = "chaos";

/** Runs a writer until it is killed after so many milliseconds; gives the last number it said was stored. */
function killed(url: string, first: number, afterMs: number): Promise<number> {
  const child = spawn(
    process.execPath,
    ["--conditions=react-server", "--import", "tsx", join(import.meta.dirname, "writer.ts"), String(first)],
    { env: { ...process.env, DATABASE_URL: url }, stdio: ["ignore", "pipe", "inherit"] },
  );
  let said = "";
  child.stdout.on("data", (part: Buffer) => {
    if (said === "") setTimeout(() => child.kill("SIGKILL"), afterMs);
    said += part.toString();
  });
  return new Promise((resolve) =>
    child.once("exit", () => {
      const lines = said.split("\n").slice(0, -1);
      resolve(Number(lines.at(-1) ?? first - 1));
    }),
  );
}

/** `npm run chaos`: writers are killed in the middle, again and again; nothing that was acknowledged is lost or half. */
async function main(): Promise<void> {
  const cluster = await startCluster("chaos", 54_580);
  try {
    await dropDatabase(cluster, DATABASE);
    await createDatabase(cluster, DATABASE);
    await migrateDatabase(cluster.urlOf(DATABASE), migrations);
    const { db, close } = connect(cluster.urlOf(DATABASE), () => undefined);
    await loadDemo(db, new Date());
    let last = 0;
    let writes = 0;
    for (let kill = 1; kill <= KILLS; kill++) {
      const acknowledged = await killed(cluster.appUrlOf(DATABASE), last + 1, 20 + ((kill * 53) % 400));
      writes += acknowledged - last;
      const setup = await readSetup(db);
      const stored = Number(valueAt(setup, CELL));
      if (acknowledged > last && (stored < acknowledged || stored > acknowledged + 1))
        throw new Error(`kill ${kill}: ${acknowledged} was acknowledged, ${stored} is stored`);
      if (!parseSetup(setup).ok) throw new Error(`kill ${kill}: what is stored is no whole setup`);
      const { rows } = await db.execute<{ n: string }>(
        sql`select count(*) as n from activity where what = 'setup-changed'`,
      );
      const { stamp } = await readStamps(db);
      if (Number(rows[0]?.n) !== stamp - 1)
        throw new Error(`kill ${kill}: ${stamp - 1} edits, ${rows[0]?.n ?? 0} in the record`);
      last = Math.max(acknowledged, stored);
    }
    console.log(`${KILLS} kills, ${writes} acknowledged writes, none lost, none half.`);
    await close();
  } finally {
    await cluster.leave();
  }
}

await main();
