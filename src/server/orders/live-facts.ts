import "server-only";
import { isOpen } from "@/core/orders/order-state";
import type { LiveAnswer, LiveRates } from "@/core/services/live-rate";
import type { Item } from "@/core/setup/item";
import type { CompiledSuspensions } from "@/core/suspensions/compiled-suspensions";
import type { PooledDatabase } from "@/db/connect";
import type { StoredOrder } from "@/db/queries/orders";
import { liveRatesFor } from "../carriers/live-rates";
import { askWith } from "../carriers/open-connections";
import { logFailure } from "../log";
import type { Revision } from "../services/live-setup";
import { contextOf } from "../services/rate";
import { basisOf, orderRequest } from "./order-request";

/** Answers of carriers as a charge keeps them: by the key of the question. */
export type KeptAnswers = readonly (readonly [string, LiveAnswer])[];

/**
 * What carriers said when the charge that stands was worked out, each answer as old as it was then: an order is not charged
 * otherwise for the time that goes by.
 */
export function keptRates({ charge }: Pick<StoredOrder, "charge">, now: Date): LiveRates {
  if (!charge) return new Map();
  const since = now.getTime() - Date.parse(charge.appliedAt);
  const moved = (at: string) => new Date(Date.parse(at) + since).toISOString();
  const kept = (charge.live ?? []) as KeptAnswers;
  return new Map(kept.map(([key, answer]) => [key, { ...answer, at: moved(answer.at) }]));
}

/** What an order is shown by: as it was charged what carriers said then, else what is kept and, for the rest, what they say now. */
export async function shownRates(
  db: PooledDatabase,
  stored: StoredOrder,
  live: Revision,
  facts: Parameters<typeof askedRates>[3] & { readonly liveRates: LiveRates },
  now: Date,
): Promise<LiveRates> {
  const { order, charge } = stored;
  const isAsCharged = charge?.basis === basisOf(orderRequest(stored));
  if (!isOpen(order.state) || isAsCharged) return facts.liveRates;
  return askedRates(db, stored, live, facts, { now, known: facts.liveRates });
}

/** The answers among these that an order's charge is to keep; nothing where no carrier said anything. */
export function answersToKeep(rates: LiveRates): KeptAnswers | null {
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
  { now, known = new Map() }: { readonly now: Date; readonly known?: LiveRates },
): Promise<LiveRates> {
  if (!setup.services.some(({ rate }) => "live" in rate)) return known;
  const context = contextOf(compiled, items, now, { suspensions });
  return askWith(db, setup, now)
    .then((asked) =>
      liveRatesFor(db, compiled, orderRequest(stored), context, { ...asked, mode: "now", known }),
    )
    .catch((error: unknown) => {
      logFailure("asking carriers failed", error);
      return known;
    });
}
