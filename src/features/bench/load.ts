import "server-only";
import type { BenchBefore, BenchStart } from "@/core/bench/thread";
import { differenceOf } from "@/core/setup/difference";
import type { Setup } from "@/core/setup/setup";
import { load, type Look } from "@/server/load";
import { codesOfDraft } from "@/server/services/draft-codes";
import { draftSetup } from "@/server/services/draft-setup";
import { isPublishedAtOnce } from "@/server/services/gate";
import { liveSetup, revisionSetup } from "@/server/services/live-setup";
import { readTrials, trialItems, type StoredTrial } from "@/server/services/trials";

/**
 * What the bench begins with; `undefined` before there is a business. Compared is with what is live; where edits are live as
 * they are made, with what was when the person began (`since`).
 */
export function loadBenchStart(
  since: number | undefined,
): Promise<(BenchStart & { trials: StoredTrial[] }) | undefined> {
  return load(async ({ db, now }) => {
    const draft = await draftSetup(db);
    if (!draft) return undefined;
    const trials = await readTrials(db);
    const items = await trialItems(db, trials);
    const before = await beforeOf(db, draft.setup, since);
    return { stamp: draft.stamp, now: now.toISOString(), setup: draft.setup, before, trials, items };
  });
}

async function beforeOf(db: Look["db"], draft: Setup, since: number | undefined): Promise<BenchBefore> {
  const live = await liveSetup(db);
  const began =
    since !== undefined && (await isPublishedAtOnce(db)) ? await revisionSetup(db, since) : undefined;
  const before = began ?? live;
  return {
    number: before?.number ?? 0,
    changes: before ? differenceOf(draft, before.setup) : [],
    renames: before === live ? (await codesOfDraft(db)).renames : [],
  };
}
