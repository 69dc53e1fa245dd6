import "server-only";
import type { BenchStart } from "@/core/bench/thread";
import { load } from "@/server/load";
import { currentSetup } from "@/server/services/current-setup";
import { readTrials, trialItems, type StoredTrial } from "@/server/services/trials";

/** What the bench begins with; `undefined` before there is a business. */
export function loadBenchStart(): Promise<(BenchStart & { trials: StoredTrial[] }) | undefined> {
  return load(async ({ db, now }) => {
    const current = await currentSetup(db, "draft");
    if (!current) return undefined;
    const trials = await readTrials(db);
    const items = await trialItems(db, trials);
    return { stamp: current.stamp, now: now.toISOString(), setup: current.setup, trials, items };
  });
}
