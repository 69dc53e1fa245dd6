import { migrateDatabase } from "@/db/migrate";
import { ensureBuild } from "../machine/build";
import { createDatabase, startCluster } from "../machine/cluster";
import { startWorkerProcess } from "../machine/server";
import { CLUSTER, CLUSTER_PORT, migrations, PORTS, standIns, type Profile } from "./serve";

/** `./wallodrom worker [demo]`: one more process that does long work, until it is stopped. */
export async function worker([which = "own"]: string[]): Promise<number> {
  if (which !== "demo" && which !== "own") {
    console.error("worker takes nothing, for your own data, or “demo”.");
    return 2;
  }
  const profile: Profile = which;
  const cluster = await startCluster(CLUSTER, CLUSTER_PORT);
  try {
    await createDatabase(cluster, profile);
    await migrateDatabase(cluster.urlOf(profile), migrations);
    const url = `http://127.0.0.1:${PORTS[profile]}`;
    const child = startWorkerProcess(
      ensureBuild(),
      { databaseUrl: cluster.appUrlOf(profile), url },
      undefined,
      standIns(profile),
    );
    for (const signal of ["SIGINT", "SIGTERM", "SIGHUP"] as const)
      process.once(signal, () => child.kill("SIGTERM"));
    console.log("A worker is at work. Ctrl-C stops it.");
    return await new Promise<number>((resolve) => child.once("exit", (code) => resolve(code ?? 0)));
  } finally {
    await cluster.leave();
  }
}
