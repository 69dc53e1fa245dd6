import { loadDemo, loadPeople, demoPeople, type DemoPerson } from "../load-demo";
import { openFormerGate } from "../open-gate";
import { connect } from "@/db/connect";
import { migrateDatabase, NewerData } from "@/db/migrate";
import { ensureBuild } from "../machine/build";
import { createDatabase, dropDatabase, startCluster, type Cluster } from "../machine/cluster";
import { makeAllResults } from "@/server/recovery/make-results";
import { loadDemoArrivals } from "../load-demo-arrivals";
import { loadDemoBills } from "../load-demo-bills";
import { demoCarriers } from "../machine/demo-carriers";
import type { StandIns } from "../../sim/carriers/server";
import { freePort } from "../machine/free-port";
import { withLock } from "../machine/lock";
import { runningServer, startServer, type WebServer } from "../machine/server";
import { StopWord } from "../machine/stop-word";
import { join } from "node:path";
import { randomBytes } from "node:crypto";
import { root } from "../machine/paths";

export type Profile = "demo" | "own";

export const PORTS = { demo: 4180, own: 4170 } as const;
export const CLUSTER = "postgres";
export const CLUSTER_PORT = 54_380;
/** The demo calls stand-ins that run on this machine; an own business calls nothing inside. */
export const standIns = (profile: Profile): Record<string, string> =>
  profile === "demo" ? { LOOPBACK_CALLS: "yes" } : {};

export const migrations = join(root, "src/db/migrations");

/** Starts everything a profile needs, prints where it is, and stops what it started on Ctrl-C. */
export async function serve(profile: Profile): Promise<number> {
  const begun = await withLock(`${profile}.start`, () => begin(profile));
  if (!begun) return 0;
  const { server, cluster, carriers } = begun;
  try {
    await untilStopped(server.ended);
    await server.stop();
    await carriers?.stop();
    return 0;
  } finally {
    await cluster.leave();
  }
}

interface Begun {
  readonly server: WebServer;
  readonly cluster: Cluster;
  /** Beside the demo. */
  readonly carriers: StandIns | undefined;
}

/** Starts a profile; nothing when it runs already. Of two starts at once the second one waits and finds it running. */
async function begin(profile: Profile): Promise<Begun | undefined> {
  const running = await runningServer(profile);
  if (running) {
    console.log(`Already running at ${running.url}`);
    return undefined;
  }
  const cluster = await startCluster(CLUSTER, CLUSTER_PORT);
  try {
    await createDatabase(cluster, profile);
    const url = cluster.urlOf(profile);
    await migrateDatabase(url, migrations);
    const people = await prepare(profile, url);
    const carriers = profile === "demo" ? await demoCarriers(url) : undefined;
    const port = await freePort(PORTS[profile]);
    const server = await startServer(
      profile,
      ensureBuild(),
      port,
      cluster.appUrlOf(profile),
      standIns(profile),
    );
    // what a restored backup took the place of was kept until now
    await dropDatabase(cluster, beforeRestoring(profile));
    console.log(`\nWallodrom is at ${server.url}\n`);
    for (const person of people)
      console.log(`  ${person.email.padEnd(34)} ${person.password.padEnd(22)} ${person.role}`);
    if (carriers) console.log(`\nStand-ins of carriers, with faults to switch on: ${carriers.url}`);
    console.log("\nCtrl-C stops it.");
    return { server, cluster, carriers };
  } catch (error) {
    await cluster.leave();
    throw error instanceof NewerData ? new StopWord(error.message) : error;
  }
}

/** The database that a restored backup took the place of, until the next start. */
export const beforeRestoring = (profile: Profile) => `${profile}_before`;

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
    await openFormerGate(db, new Date());
    if (profile === "demo") {
      await loadDemo(db, new Date());
      await loadDemoBills(db, { who: { id: null, name: "Signe Vahtrik" }, now: new Date() });
      await loadDemoArrivals(db, { who: { id: null, name: "Signe Vahtrik" }, now: new Date() });
      await makeAllResults(db);
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
