import { existsSync } from "node:fs";
import { availableParallelism } from "node:os";
import { join } from "node:path";
import type { ReplayOrder } from "@/core/replay/replay";
import { SpreadCounter, type MovedOrder, type Spread } from "@/core/replay/spread";
import type { Totals } from "@/core/replay/totals";
import type { KeptRates } from "@/core/services/live-rate";
import { withFormerCodes } from "@/core/setup/with-former-codes";
import { chosenOrders, countChosen, type ChosenOrder } from "@/db/queries/orders";
import { codesOfDraft } from "../services/draft-codes";
import { currentCatalogue, draftSetup } from "../services/draft-setup";
import { liveSetup } from "../services/live-setup";
import { orderRequest } from "../orders/order-request";
import { JobFailure, type JobKind } from "./job-kinds";
import { MOST_REPLAYED, replayData, type ReplayData } from "./replay-data";
import { replayInThreads } from "./replay";

/** An order among those that moved most, by its number. */
export type NumberedMove = Omit<MovedOrder, "index"> & { readonly number: string };

/** What a replay came to, and what it was made from. */
export interface ReplayResult {
  readonly revision: number;
  /** The stamp of the draft. */
  readonly stamp: number;
  readonly currency: string;
  readonly orders: number;
  /** Orders that would get anything else. */
  readonly changed: number;
  /** Orders rated by what carriers said when they were charged; absent where no service is priced by one. */
  readonly byAnswers?: number;
  readonly totals: Totals;
  readonly spread: Omit<Spread, "worst" | "best">;
  readonly worst: readonly NumberedMove[];
  readonly best: readonly NumberedMove[];
}

/** Real orders under what is live and under the draft. */
export const replayOrders: JobKind<ReplayData, ReplayResult> = {
  queue: "long",
  data: replayData,
  run: async ({ data: { orders: choice }, db, by, signal, progress }) => {
    const [live, draft] = [await liveSetup(db), await draftSetup(db)];
    if (!live || !draft) throw new JobFailure("no-business");
    // orders and items name what is live: so must the draft
    const after = withFormerCodes(draft.setup, (await codesOfDraft(db)).renames);
    if (!after.ok) throw new JobFailure("draft-unreadable");
    const total = await countChosen(db, choice, MOST_REPLAYED);
    progress(0, total);
    const read: Read = { numbers: [], byAnswers: 0 };
    const isLive = [live.setup, draft.setup].some(({ services }) =>
      services.some(({ rate }) => "live" in rate),
    );
    const spread = new SpreadCounter();
    let changed = 0;
    const told = (orders: number, totals: Totals): ReplayResult => ({
      revision: live.number,
      stamp: draft.stamp,
      currency: live.setup.business.homeCurrency,
      orders,
      changed,
      ...(isLive ? { byAnswers: read.byAnswers } : {}),
      totals,
      ...spreadOf(spread, read.numbers),
    });
    const outcome = await replayInThreads({
      before: live.setup,
      after: after.value,
      items: (await currentCatalogue(db)).items,
      now: by.now.toISOString(),
      orders: requests(chosenOrders(db, choice, MOST_REPLAYED), read),
      workerFile: workerFile(),
      threads: Math.max(1, Math.min(4, availableParallelism())),
      signal,
      onPart: (rated, notable, totals) => {
        for (const one of notable) spread.add(one);
        changed += notable.length;
        progress(rated, total, () => told(rated, totals()));
      },
    });
    if (!outcome.ok) throw new JobFailure("cancelled" in outcome ? "cancelled" : "draft-unreadable");
    return told(outcome.rated, outcome.totals);
  },
};

/** What is remembered of the orders as they are read: their numbers in order, and how many carriers' answers are kept of. */
interface Read {
  readonly numbers: string[];
  byAnswers: number;
}

async function* requests(
  pages: AsyncIterable<readonly ChosenOrder[]>,
  read: Read,
): AsyncGenerator<ReplayOrder> {
  for await (const page of pages)
    for (const { order, lines, offer, live } of page) {
      read.numbers.push(order.number);
      const rates = (live?.answers ?? []) as KeptRates;
      if (rates.some(([, answer]) => !("failed" in answer))) read.byAnswers++;
      yield {
        request: orderRequest({ order, lines }),
        ...(offer === undefined ? {} : { offer }),
        ...(live ? { live: { rates, asOf: new Date(live.at).toISOString() } } : {}),
      };
    }
}

function spreadOf(
  counter: SpreadCounter,
  numbers: readonly string[],
): Pick<ReplayResult, "spread" | "worst" | "best"> {
  const { worst, best, ...spread } = counter.spread;
  const numbered = ({ index, ...moved }: MovedOrder): NumberedMove => ({
    ...moved,
    number: numbers[index] ?? "",
  });
  return { spread, worst: worst.map(numbered), best: best.map(numbered) };
}

/** The bundled thread: beside the process's own bundle. */
function workerFile(): string {
  const folder = process.env.WALLODROM_WORKERS ?? join(process.cwd(), "dist-worker");
  const file = join(folder, "replay.worker.mjs");
  if (!existsSync(file)) throw new Error("the replay's thread was not built");
  return file;
}
