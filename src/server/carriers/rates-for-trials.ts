import "server-only";
import type { Trial } from "@/core/bench/trial";
import type { CompiledSetup } from "@/core/quote/compiled-setup";
import type { KeptRates, LiveAnswer } from "@/core/services/live-rate";
import type { Setup } from "@/core/setup/setup";
import type { PooledDatabase } from "@/db/connect";
import { logFailure } from "../log";
import { draftSetup } from "../services/draft-setup";
import { liveSetup } from "../services/live-setup";
import { contextOf } from "../services/rate";
import { trialItems } from "../services/trials";
import { liveRatesFor, type LiveMode } from "./live-rates";
import { askWith } from "./open-connections";

/** How many trials carriers are asked about at once, and for how many ms all of them. */
const AT_ONCE = 8;
const ALL_MS = 5000;

/**
 * What carriers say of trials, under the draft and under what is live; what nobody knows by the deadline is not there. Trials
 * are no orders: they count neither as quotes nor as such that had to do without.
 */
export async function ratesForTrials(
  db: PooledDatabase,
  trials: readonly Pick<Trial, "request">[],
  { mode, now }: { readonly mode: LiveMode; readonly now: Date },
): Promise<KeptRates> {
  const [draft, live] = await Promise.all([draftSetup(db), liveSetup(db)]);
  const items = await trialItems(db, trials);
  const rates = new Map<string, LiveAnswer>();
  const add = async (setup: Setup, compiled: CompiledSetup) => {
    if (!setup.services.some(({ rate }) => "live" in rate)) return;
    const { use: _, ...asked } = await askWith(db, setup, now);
    const by = { ...asked, mode, deadline: asked.clock() + ALL_MS };
    const context = contextOf(compiled, items, now);
    const waiting = trials.values();
    const work = async () => {
      for (const { request } of waiting)
        for (const [key, answer] of await liveRatesFor(db, compiled, request, context, by))
          rates.set(key, answer);
    };
    await Promise.all(Array.from({ length: AT_ONCE }, work));
  };
  try {
    if (draft?.compiled.ok) await add(draft.setup, draft.compiled.value);
    // where nothing waits to be published its questions are answered already
    if (live) await add(live.setup, live.compiled);
  } catch (error) {
    logFailure("asking carriers about trials failed", error);
  }
  return [...rates];
}
