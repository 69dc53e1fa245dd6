import { createInterface } from "node:readline/promises";
import { dropDatabase, startCluster, stopCluster } from "../machine/cluster";
import { stopServer } from "../machine/server";
import { CLUSTER, CLUSTER_PORT } from "./serve";

/** Ends the servers and the database that demo or start left running. */
export async function stop(): Promise<number> {
  const ended = [await stopServer("demo"), await stopServer("own")];
  // whoever served gives the cluster back when its server ends; what is left of killed ones is stopped here
  await patience();
  ended.push(stopCluster(CLUSTER));
  console.log(ended.some(Boolean) ? "Stopped." : "Nothing was running.");
  return 0;
}

const patience = () => new Promise<void>((resolve) => setTimeout(resolve, 1500));

/** Deletes a profile's database after asking; nothing else is touched. */
export async function reset([which = "demo"]: string[]): Promise<number> {
  if (which !== "demo" && which !== "own") {
    console.error("reset takes nothing, for the demo, or “own”, for your own data.");
    return 2;
  }
  const what =
    which === "demo" ? "the demo's data and all changes made to them" : "YOUR OWN data, all of them";
  const asker = createInterface({ input: process.stdin, output: process.stdout });
  const answer = await asker.question(`This deletes ${what}. Type “delete” to go on: `);
  asker.close();
  if (answer.trim() !== "delete") {
    console.log("Nothing was deleted.");
    return 1;
  }
  await stopServer(which);
  const cluster = await startCluster(CLUSTER, CLUSTER_PORT);
  try {
    await dropDatabase(cluster, which);
  } finally {
    await cluster.leave();
  }
  console.log("Deleted.");
  return 0;
}
