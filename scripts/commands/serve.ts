import { loadDemo, loadPeople, demoPeople, type DemoPerson } from "../load-demo";
import { connect } from "@/db/connect";
import { migrateDatabase } from "@/db/migrate";
import { ensureBuild } from "../machine/build";
import { createDatabase, startCluster } from "../machine/cluster";
import { freePort } from "../machine/free-port";
import { runningServer, startServer } from "../machine/server";
import { join } from "node:path";
import { randomBytes } from "node:crypto";
import { root } from "../machine/paths";

export type Profile = "demo" | "own";

const PORTS = { demo: 4180, own: 4170 } as const;
export const CLUSTER = "postgres";
export const CLUSTER_PORT = 54_380;
export const migrations = join(root, "src/db/migrations");

/** Starts everything a profile needs, prints where it is, and stops what it started on Ctrl-C. */
export async function serve(profile: Profile): Promise<number> {
  const running = runningServer(profile);
  if (running) {
    console.log(`Already running at ${running.url}`);
    return 0;
  }
  const cluster = await startCluster(CLUSTER, CLUSTER_PORT);
  try {
    await createDatabase(cluster, profile);
    const url = cluster.urlOf(profile);
    await migrateDatabase(url, migrations);
    const people = await prepare(profile, url);
    const server = await startServer(profile, ensureBuild(), await freePort(PORTS[profile]), url);
    console.log(`\nWallodrom is at ${server.url}\n`);
    for (const person of people)
      console.log(`  ${person.email.padEnd(34)} ${person.password.padEnd(22)} ${person.role}`);
    console.log("\nCtrl-C stops it.");
    await untilStopped(server.ended);
    await server.stop();
    return 0;
  } finally {
    if (cluster.startedHere) cluster.stop();
  }
}

function untilStopped(ended: Promise<unknown>): Promise<unknown> {
  const asked = new Promise<void>((resolve) => {
    for (const signal of ["SIGINT", "SIGTERM", "SIGHUP"] as const) process.once(signal, () => resolve());
  });
  return Promise.race([asked, ended]);
}

/** Fills an empty database; gives the sign-ins to show. */
async function prepare(profile: Profile, url: string): Promise<readonly DemoPerson[]> {
  const { db, close } = connect(url, () => undefined);
  try {
    if (profile === "demo") {
      await loadDemo(db, new Date());
      return demoPeople;
    }
    const first = {
      name: "Administrator",
      email: "admin@wallodrom.local",
      password: randomBytes(9).toString("base64url"),
      role: "admin",
    } as const;
    return (await loadPeople(db, [first])) ? [first] : [];
  } finally {
    await close();
  }
}
