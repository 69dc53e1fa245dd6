import "server-only";
import { Gauge, Registry } from "prom-client";
import type { PooledDatabase } from "@/db/connect";
import { countJobs } from "@/db/queries/jobs";
import { readLiveNumber } from "@/db/queries/revisions";

/** What all processes have in common, read from the database when it is asked for: work by kind and state, what is live. */
export async function sharedMetrics(db: PooledDatabase): Promise<string> {
  const registry = new Registry();
  const registers = [registry];
  const jobs = new Gauge({
    name: "wallodrom_jobs",
    help: "Long work by kind and state, as long as it is kept",
    labelNames: ["kind", "state"],
    registers,
  });
  for (const { kind, state, count } of await countJobs(db)) jobs.set({ kind, state }, count);
  const live = new Gauge({
    name: "wallodrom_live_revision",
    help: "The number of the setup orders are rated by; 0 before there is one",
    registers,
  });
  live.set((await readLiveNumber(db)) ?? 0);
  return registry.metrics();
}
