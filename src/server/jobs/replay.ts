import { Piscina } from "piscina";
import type { Replayed, ReplayOrder } from "@/core/replay/replay";
import { TotalsCounter, type Totals } from "@/core/replay/totals";
import type { Problem } from "@/core/setup/problem";
import type { ReplayAnswer, ReplayTask, ReplayThreadData } from "@/core/replay/thread";

export interface ReplayOptions extends ReplayThreadData {
  readonly orders: Iterable<ReplayOrder> | AsyncIterable<ReplayOrder>;
  /** The bundled thread. */
  readonly workerFile: string;
  readonly threads: number;
  /** Stops the replay: what is running is given up, what was found so far is lost. */
  readonly signal?: AbortSignal;
  /** Told after each part: orders rated so far, and what of them changed. */
  readonly onPart?: (rated: number, notable: readonly Replayed[], totals: () => Totals) => void;
}

export type ReplayOutcome =
  | { readonly ok: true; readonly rated: number; readonly totals: Totals }
  | { readonly ok: false; readonly side: "before" | "after"; readonly problems: readonly Problem[] }
  | { readonly ok: false; readonly cancelled: true };

/** Orders sent to a thread at once: enough to outweigh the crossing, few enough to stop soon. */
const PART = 500;
/** The first parts are small, so that there is something to be told soon. */
const FIRST_PART = 50;
const FIRST_PARTS = 4;

/**
 * Rates orders under two setups in worker threads. Parts are told of in the order of the list, however the threads finish;
 * no more of them are under way than threads, so that a list of any length needs little memory.
 */
export async function replayInThreads(options: ReplayOptions): Promise<ReplayOutcome> {
  const { before, after, items, now, threads, signal, onPart } = options;
  const pool = new Piscina({
    filename: options.workerFile,
    minThreads: threads,
    maxThreads: threads,
    workerData: { before, after, items, now } satisfies ReplayThreadData,
  });
  let broken: unknown;
  // a thread that can't start would leave its parts waiting for ever
  pool.on("error", (error: unknown) => {
    broken ??= error;
    void pool.destroy();
  });
  // giving up single parts would start new threads in place of those that were stopped
  const stop = () => void pool.destroy();
  signal?.addEventListener("abort", stop);
  const counter = new TotalsCounter();
  const waiting: { size: number; answer: Promise<ReplayAnswer> }[] = [];
  let rated = 0;
  const settle = async (): Promise<Exclude<ReplayAnswer, { ok: true }> | undefined> => {
    const next = waiting.shift();
    if (!next) return undefined;
    const answer = await next.answer;
    if (!answer.ok) return answer;
    rated += next.size;
    counter.merge(answer.totals);
    onPart?.(rated, answer.notable, () => counter.totals);
    return undefined;
  };
  try {
    for await (const task of parts(options.orders)) {
      if (signal?.aborted) return { ok: false, cancelled: true };
      const answer = pool.run(task) as Promise<ReplayAnswer>;
      // a part that is given up before its turn must not count as unhandled
      answer.catch(() => undefined);
      waiting.push({ size: task.orders.length, answer });
      const failed = waiting.length > threads ? await settle() : undefined;
      if (failed) return failed;
    }
    while (waiting.length > 0) {
      const failed = await settle();
      if (failed) return failed;
    }
    return { ok: true, rated, totals: counter.totals };
  } catch (error) {
    if (signal?.aborted) return { ok: false, cancelled: true };
    throw broken ?? error;
  } finally {
    signal?.removeEventListener("abort", stop);
    await pool.destroy();
  }
}

async function* parts(orders: ReplayOptions["orders"]): AsyncGenerator<ReplayTask> {
  let part: ReplayOrder[] = [];
  let first = 0;
  for await (const order of orders) {
    part.push(order);
    if (part.length < (first < FIRST_PART * FIRST_PARTS ? FIRST_PART : PART)) continue;
    yield { first, orders: part };
    first += part.length;
    part = [];
  }
  if (part.length > 0) yield { first, orders: part };
}
