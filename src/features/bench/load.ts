import "server-only";
import type { BenchStart } from "@/core/bench/thread";
import { currentPerson } from "@/server/auth/person";
import { now } from "@/server/clock";
import { database } from "@/server/database";
import { currentSetup } from "@/server/services/current-setup";
import { readTrials, trialItems, type StoredTrial } from "@/server/services/trials";

/** What the bench begins with; `undefined` for whoever is not signed in and before there is a business. */
export async function loadBenchStart(): Promise<(BenchStart & { trials: StoredTrial[] }) | undefined> {
  if (!(await currentPerson())) return undefined;
  const current = await currentSetup(database(), "draft");
  if (!current) return undefined;
  const trials = await readTrials(database());
  return {
    stamp: current.stamp,
    now: now().toISOString(),
    setup: current.setup,
    trials,
    items: await trialItems(database(), trials),
  };
}
