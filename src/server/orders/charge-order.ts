import "server-only";
import { chargedByHand, type ByHand } from "@/core/orders/hand-charge";
import { needsSecond } from "@/core/orders/hand-limit";
import type { ShipmentChoice } from "@/core/orders/by-shipment";
import { isOpen } from "@/core/orders/order-state";
import type { KeptRates } from "@/core/services/live-rate";
import { compileItem } from "@/core/parcels/compiled-item";
import type { QuotedOffer } from "@/core/quote/quote";
import type { Item } from "@/core/setup/item";
import type { Database, PooledDatabase } from "@/db/connect";
import type { By } from "@/db/queries/activity";
import { appendRows } from "@/db/queries/bulk";
import { commit } from "@/db/queries/commitments";
import { insertCharge, readOrder, type OrderRow } from "@/db/queries/orders";
import { shipments } from "@/db/schema";
import { failed } from "../result";
import { liveSetup, type Revision } from "../services/live-setup";
import { byHandOf, chargedOf, plain, type KeptByHand } from "./applied-offer";
import { askFor } from "./asked-charge";
import { orderOf } from "./order-document";
import { splitCharge } from "./split-order";
import { chargeFields } from "./charge-fields";
import { changeOrder, type OrderChange, type OrderCommand, type Situation } from "./change-order";
import { answersToKeep, askedRates, type LiveFacts } from "./live-facts";
import { factsOf, rateOrder, withRates, type RatedOrder } from "./rate-order";
import { shipmentRows } from "./shipments";
import type { Failure } from "../result";

/** What is charged by hand, and whether the amount is the one the buyer was told. */
export interface HandCharge extends ByHand {
  /** Where each shipment is charged by an offer of its own: those. */
  readonly shipments?: readonly ShipmentChoice[];
  readonly isWish?: boolean;
  /** Who asked for it and when, where somebody else has agreed to it now. */
  readonly asked?: { readonly by: string; readonly at: string };
}

/**
 * Applies an offer's charge as it is quoted now; the one before stays in the history. What was set by hand before stays where
 * nothing else is said, and is taken off with an empty `byHand`.
 */
export async function applyOffer(
  db: PooledDatabase,
  command: OrderCommand,
  offer: string,
  byHand?: HandCharge,
) {
  const live = await liveSetup(db);
  const fresh = live && (await freshRates(db, live, command.number, command.by.now));
  return changeOrder(db, command, (tx, situation) =>
    chargeIn(tx, situation, command.by, { offer, byHand, fresh }),
  );
}

/** How long work with many orders waits for a carrier that asks for a pause. */
const PATIENCE_MS = 10_000;

/**
 * What carriers say of an order now, whatever they said for the charge it has; `undefined` where there is no such order or it is
 * closed. Of `many` nobody waits for one: an order that is ready has nothing to ask, and a pause a carrier asks for is waited for.
 */
export async function freshRates(
  db: PooledDatabase,
  live: Revision,
  number: string,
  now: Date,
  { many = false }: { readonly many?: boolean } = {},
): Promise<LiveFacts | undefined> {
  if (!live.setup.services.some(({ rate }) => "live" in rate)) return undefined;
  const stored = await readOrder(db, number);
  if (!stored || !isOpen(stored.order.state) || (many && stored.order.state === "ready")) return undefined;
  const patienceMs = many ? PATIENCE_MS : 0;
  return askedRates(db, stored, live, await factsOf(db, stored, live), { now, patienceMs });
}

/** Which offer is applied, and what with. */
interface Applying {
  readonly offer: string;
  readonly byHand?: HandCharge | undefined;
  /** The work with many orders this is part of. */
  readonly batch?: string | undefined;
  /** What carriers say now; where nobody was asked, what they said for the charge that stands. */
  readonly fresh?: LiveFacts | undefined;
}

/** The same as part of a change that is under way, and of work with many orders where it is of one. */
export async function chargeIn(
  tx: Database,
  { stored, live }: Situation,
  by: By,
  { offer, byHand, batch, fresh }: Applying,
): Promise<Failure | OrderChange> {
  if (!live) return failed("unavailable");
  const facts = withRates(await factsOf(tx, stored, live), fresh);
  const rated = rateOrder(stored, live, facts, by.now, { working: true });
  if (!rated.rated.ok) return failed("invalid", rated.rated.problems);
  const split = byHand?.shipments
    ? splitCharge(live, rated.request, facts, byHand.shipments, by.now)
    : rated.again?.offer === offer
      ? rated.again
      : undefined;
  if (split && "code" in split) return split;
  const given = split ?? rated.rated.value.offers.find((entry) => entry.offer === offer);
  if (!given) return failed("not-found");
  const { currency } = rated.rated.value;
  const limit = { ...facts.rule, wish: orderOf(stored).wish, includesTax: rated.includesTax, currency };
  if (byHand?.amount && !byHand.asked && needsSecond(given, byHand.amount, limit))
    return askFor(given, { ...byHand, amount: byHand.amount }, { by, currency });
  const isHand = byHand && (byHand.amount ?? byHand.lines ?? !byHand.shipments);
  const kept = isHand ? handOf(byHand, by) : stored.charge ? byHandOf(stored.charge) : {};
  const before = stored.charge && {
    charged: chargedOf(stored.charge, rated.includesTax),
    name: (stored.charge.quote as QuotedOffer).name,
  };
  const values = await storeCharge(tx, {
    number: stored.order.number,
    rated,
    live,
    given,
    kept,
    by,
    items: facts.items,
    answers: answersToKeep(facts.liveRates),
    batch,
    replaces: stored.order.charge,
  });
  const charged = chargedByHand(given, plain(kept), { includesTax: rated.includesTax, currency });
  return {
    values,
    what: kept.amount || kept.lines ? "charge-applied-by-hand" : "charge-applied",
    from: before ? { offer: before.name, net: before.charged.net, currency } : null,
    to: {
      offer: given.name,
      net: charged.net,
      currency,
      ...(kept.amount ? { reason: kept.amount.reason } : {}),
    },
  };
}

function handOf({ amount, lines, isWish, asked }: HandCharge, { who, now }: By): KeptByHand {
  const set = asked ?? { by: who.name, at: now.toISOString() };
  const more = { ...(isWish ? { isWish } : {}), ...(asked ? { agreedBy: who.name } : {}) };
  return {
    ...(amount ? { amount: { ...amount, ...more, ...set } } : {}),
    ...(lines && lines.length > 0 ? { lines: lines.map((line) => ({ ...line, ...set })) } : {}),
  };
}

interface Applied {
  readonly number: string;
  readonly rated: RatedOrder;
  readonly live: Revision;
  readonly given: QuotedOffer;
  readonly kept: KeptByHand;
  readonly by: By;
  readonly items: readonly Item[];
  readonly answers: KeptRates | null;
  readonly batch: string | undefined;
  readonly replaces: string | null;
}

/** Stores a charge with what it expects to be shipped and promises; what the order keeps beside it. */
async function storeCharge(
  tx: Database,
  { number, rated: { rated, basis, includesTax, request }, live, given, kept, by, ...more }: Applied,
): Promise<Partial<OrderRow>> {
  if (!rated.ok) return {};
  const { items, batch, replaces } = more;
  const { currency } = rated.value;
  const isByHand = kept.amount !== undefined || kept.lines !== undefined;
  const charge = await insertCharge(tx, {
    order: number,
    appliedAt: by.now.toISOString(),
    appliedBy: by.who.name,
    basis,
    revision: live.number,
    currency,
    quote: given,
    byHand: isByHand ? kept : null,
    batch: batch ?? null,
    live: more.answers,
    replaces,
  });
  const known = new Map(items.map((item) => [item.sku, compileItem(item, live.compiled.defaultWeights)]));
  for (const { sku, item } of request.lines)
    if (item) known.set(sku, compileItem({ name: sku, ...item, sku }, live.compiled.defaultWeights));
  await appendRows(
    tx,
    shipments,
    shipmentRows({ charge, order: number }, given, (sku) => known.get(sku)),
  );
  await commit(tx, number, promised(given, items));
  return {
    charge,
    // whatever was asked for before is settled by what is charged now
    asked: null,
    ...chargeFields(given, chargedByHand(given, plain(kept), { includesTax, currency })),
  };
}

/** Pieces by item and origin that a charge counts on; of items that nobody counts none. */
export function promised({ shipments: list }: QuotedOffer, items: readonly Item[]) {
  const counted = new Set(items.filter(({ stock }) => stock !== undefined).map(({ sku }) => sku));
  const sums = new Map<string, { sku: string; origin: string; quantity: number }>();
  for (const { origin, lines } of list)
    for (const { sku, quantity } of lines) {
      if (!counted.has(sku)) continue;
      const key = JSON.stringify([sku, origin]);
      const sum = sums.get(key);
      sums.set(key, { sku, origin, quantity: (sum?.quantity ?? 0) + quantity });
    }
  return [...sums.values()];
}
