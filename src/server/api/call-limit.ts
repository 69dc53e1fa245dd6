import { RateLimiterPostgres, RateLimiterRes } from "rate-limiter-flexible";
import { now } from "../clock";
import type { PooledDatabase } from "@/db/connect";

/** Calls of one key in a window, over all processes and machines: a window is ten seconds. */
export const MOST_CALLS = 10_000;
const WINDOW_S = 10;

/**
 * Calls a process takes from the common count at once. It costs a write in fifty calls instead of one a call; what a
 * process has taken and not used when the window ends is lost to the others, which is at most this many a process.
 */
const AT_ONCE = 50;

interface Allowance {
  left: number;
  readonly until: number;
}

interface Limit {
  readonly limiter: RateLimiterPostgres;
  readonly allowances: Map<string, Allowance>;
  readonly asking: Map<string, Promise<number>>;
}

const limits = new WeakMap<PooledDatabase, Limit>();

function limitOf(db: PooledDatabase): Limit {
  let limit = limits.get(db);
  if (!limit) {
    const limiter = new RateLimiterPostgres({
      storeClient: db.$client,
      tableName: "call_limits",
      tableCreated: true,
      // a key has one row for ever: there is nothing to clear, and no clock that outlives the pool
      clearExpiredByTimeout: false,
      keyPrefix: "key",
      points: MOST_CALLS,
      duration: WINDOW_S,
      inMemoryBlockOnConsumed: MOST_CALLS + 1,
    });
    limit = { limiter, allowances: new Map(), asking: new Map() };
    limits.set(db, limit);
  }
  return limit;
}

/** Counts a call of a key: 0 when it may go on, else the whole seconds until it may. */
export async function secondsUntilCall(db: PooledDatabase, key: string): Promise<number> {
  const limit = limitOf(db);
  for (;;) {
    const allowance = limit.allowances.get(key);
    if (allowance && allowance.left > 0 && now().getTime() < allowance.until) {
      allowance.left--;
      return 0;
    }
    const seconds = await takeMore(limit, key);
    if (seconds > 0) return seconds;
  }
}

/** Takes more calls from the common count, once however many wait for them. */
function takeMore(limit: Limit, key: string): Promise<number> {
  const { limiter, allowances, asking } = limit;
  const under = asking.get(key);
  if (under) return under;
  const answer = (async () => {
    try {
      const { msBeforeNext } = await limiter.consume(key, AT_ONCE);
      allowances.set(key, { left: AT_ONCE, until: now().getTime() + msBeforeNext });
      return 0;
    } catch (refused) {
      if (!(refused instanceof RateLimiterRes)) throw refused;
      return Math.max(1, Math.ceil(refused.msBeforeNext / 1000));
    } finally {
      asking.delete(key);
    }
  })();
  asking.set(key, answer);
  return answer;
}
