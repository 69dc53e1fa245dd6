import "server-only";
import { isOpen } from "@/core/orders/order-state";
import type { KeptRates, LiveRates } from "@/core/services/live-rate";
import type { Item } from "@/core/setup/item";
import type { CompiledSuspensions } from "@/core/suspensions/compiled-suspensions";
import type { PooledDatabase } from "@/db/connect";
import type { StoredOrder } from "@/db/queries/orders";
import { liveRatesFor, type LiveMode } from "../carriers/live-rates";
import { askWith } from "../carriers/open-connections";
import { logFailure } from "../log";
import type { Revision } from "../services/live-setup";
import { contextOf } from "../services/rate";
import { basisOf, orderRequest } from "./order-request";

/** What carriers say of an order, and the instant their answers age until where that is not now. */
export interface LiveFacts {
  readonly liveRates: LiveRates;
  readonly liveAsOf?: string;
}

/**
 * What carriers said when the charge that stands was worked out, each answer as old as it was then: an order is not charged
 * otherwise for the time that goes by.
 */
export function keptRates({ charge }: Pick<StoredOrder, "charge">): LiveFacts {
  if (!charge) return { liveRates: new Map() };
  const { appliedAt, live } = charge;
  return { liveRates: new Map((live ?? []) as KeptRates), liveAsOf: new Date(appliedAt).toISOString() };
}

/** What an order is shown by: as it was charged what carriers said then, else what is kept and, for the rest, what they say now. */
export async function shownRates(
  db: PooledDatabase,
  stored: StoredOrder,
  live: Revision,
  facts: Parameters<typeof askedRates>[3] & LiveFacts,
  now: Date,
): Promise<LiveFacts> {
  const { order, charge } = stored;
  const isAsCharged = charge?.basis === basisOf(orderRequest(stored));
  const { liveRates, liveAsOf } = facts;
  if (!isOpen(order.state) || isAsCharged)
    return { liveRates, ...(liveAsOf === undefined ? {} : { liveAsOf }) };
  return askedRates(db, stored, live, facts, { now, known: liveRates });
}

/** The answers among these that an order's charge is to keep; nothing where no carrier said anything. */
export function answersToKeep(rates: LiveRates): KeptRates | null {
  return rates.size === 0 ? null : [...rates];
}

/**
 * What carriers say of an order: what is known already, else they are asked. Outside of any transaction: nobody's order is locked
 * while somebody waits for a carrier.
 */
export async function askedRates(
  db: PooledDatabase,
  stored: StoredOrder,
  { compiled, setup }: Revision,
  { items, suspensions }: { readonly items: readonly Item[]; readonly suspensions: CompiledSuspensions },
  {
    now,
    known = new Map(),
    mode = "now",
    patienceMs = 0,
  }: {
    readonly now: Date;
    readonly known?: LiveRates;
    readonly mode?: LiveMode;
    /** For work nobody waits for: a pause that a carrier asks for is waited for, where it is no longer than this. */
    readonly patienceMs?: number;
  },
): Promise<LiveFacts> {
  if (!setup.services.some(({ rate }) => "live" in rate)) return { liveRates: known };
  const context = contextOf(compiled, items, now, { suspensions });
  const ask = async (patience: number): Promise<LiveRates> => {
    const asked = await askWith(db, setup, now);
    const rates = await liveRatesFor(db, compiled, orderRequest(stored), context, { ...asked, mode, known });
    const pauseMs = isPaused(rates)
      ? Math.max(0, ...setup.connections.map(({ code }) => asked.connectionOf(code)?.line.pauseMs ?? 0))
      : 0;
    if (pauseMs === 0 || pauseMs > patience) return rates;
    await new Promise((resolve) => setTimeout(resolve, pauseMs));
    return ask(patience - pauseMs);
  };
  return ask(patienceMs)
    .then((liveRates) => ({ liveRates }))
    .catch((error: unknown) => {
      logFailure("asking carriers failed", error);
      return { liveRates: known };
    });
}

/** Whether a carrier asked to be left alone for a while. */
function isPaused(rates: LiveRates): boolean {
  return [...rates.values()].some(
    (answer) => "failed" in answer && (answer.failed === "rate-limited" || answer.failed === "paused"),
  );
}
