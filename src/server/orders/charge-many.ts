import "server-only";
import { verdictOf, type Verdict } from "@/core/orders/charge-many";
import { wishAmount } from "@/core/orders/choose-offer";
import { Decimal, sum } from "@/core/money/decimal";
import { moneyText } from "@/core/money/currency";
import { isOpen, type Look } from "@/core/orders/order-state";
import type { PooledDatabase } from "@/db/connect";
import type { By } from "@/db/queries/activity";
import type { StoredOrder } from "@/db/queries/orders";
import { clock } from "../carriers/open-connections";
import { inTransaction } from "../in-transaction";
import { failed } from "../result";
import { liveSetup, type Revision } from "../services/live-setup";
import { changeOrderIn, type OrderCommand } from "./change-order";
import { chargeIn, freshRates, promised } from "./charge-order";
import { askedRates, type LiveFacts } from "./live-facts";
import { orderOf } from "./order-document";
import { readMany } from "./rate-many";
import { factsOf, rateOrder, withRates, type Facts } from "./rate-order";

/** What would be done with an order among many. */
export interface Planned {
  readonly number: string;
  readonly customer: string;
  readonly place: string;
  readonly currency: string;
  readonly outcome:
    | {
        readonly offer: string;
        readonly name: string;
        readonly by: "wish" | "rule";
        readonly gross: string;
        readonly net: string;
        readonly cost: string;
        readonly margin: string;
      }
    | { readonly setAside: Look }
    /** It has a charge that still is so, or is not open any more. */
    | { readonly left: "ready" | "closed" };
}

/** Sums over what would be charged, in one currency. */
export interface PlannedSum {
  readonly currency: string;
  readonly orders: number;
  readonly net: string;
  readonly cost: string;
  readonly margin: string;
}

export interface Plan {
  readonly revision: number;
  /** Orders carriers were not asked about, as there were too many for now: theirs are by answers that are kept, or by fallback. */
  readonly unasked: number;
  readonly orders: readonly Planned[];
  readonly sums: readonly PlannedSum[];
}

/** What charging orders at once would do: one after the other, each seeing what those before it were promised. Nothing is stored. */
export async function planCharging(
  db: PooledDatabase,
  numbers: readonly string[],
  now: Date,
): Promise<Plan | undefined> {
  const live = await liveSetup(db);
  if (!live) return undefined;
  const many = await readMany(db, numbers, live);
  const { fresh, unasked } = await ratesForPlan(db, many.stored, live, many.factsOf, now);
  const orders = many.stored.map((stored) => {
    const facts = withRates(many.factsOf(stored), fresh.get(stored.order.number));
    const { verdict, planned } = planOne(stored, live, facts, now);
    if (verdict && "offer" in verdict)
      many.promise(stored.order.number, promised(verdict.offer, facts.items));
    return planned;
  });
  return { revision: live.number, unasked, orders, sums: sumsOf(orders) };
}

/** How many orders of a plan carriers are asked about at once, and for how many ms; the rest goes by what is kept. */
const ASKED_AT_ONCE = 8;
const ASKED_MS = 4000;

/** What carriers say of the orders that would be charged: the charging asks the same again, and finds it kept. */
async function ratesForPlan(
  db: PooledDatabase,
  stored: readonly StoredOrder[],
  live: Revision,
  factsOf: (stored: StoredOrder) => Facts,
  now: Date,
): Promise<{ readonly fresh: ReadonlyMap<string, LiveFacts>; readonly unasked: number }> {
  const fresh = new Map<string, LiveFacts>();
  let unasked = 0;
  if (!live.setup.services.some(({ rate }) => "live" in rate)) return { fresh, unasked };
  const until = clock() + ASKED_MS;
  const open = stored.filter(({ order }) => isOpen(order.state) && order.state !== "ready").values();
  const ask = async () => {
    for (const one of open) {
      const isLate = clock() > until;
      if (isLate) unasked++;
      const mode = isLate ? "cached" : "now";
      fresh.set(one.order.number, await askedRates(db, one, live, factsOf(one), { now, mode }));
    }
  };
  await Promise.all(Array.from({ length: ASKED_AT_ONCE }, ask));
  return { fresh, unasked };
}

function planOne(
  stored: StoredOrder,
  live: Revision,
  facts: Facts,
  now: Date,
): { readonly verdict?: Verdict; readonly planned: Planned } {
  const { order } = stored;
  const { homeCurrency } = live.setup.business;
  const about = {
    number: order.number,
    customer: order.customerName,
    place: `${order.city} ${order.country}`,
  };
  if (!isOpen(order.state))
    return { planned: { ...about, currency: homeCurrency, outcome: { left: "closed" } } };
  const rated = rateOrder(stored, live, facts, now);
  const currency = rated.channel?.currency ?? homeCurrency;
  if (rated.stand.state === "ready") return { planned: { ...about, currency, outcome: { left: "ready" } } };
  const verdict = verdictFor(stored, rated, facts);
  if ("setAside" in verdict) return { verdict, planned: { ...about, currency, outcome: verdict } };
  const { offer, charged, by } = verdict;
  const { gross, net, cost, margin } = charged;
  const outcome = { offer: offer.offer, name: offer.name, by, gross, net, cost, margin };
  return { verdict, planned: { ...about, currency, outcome } };
}

function verdictFor(stored: StoredOrder, rated: ReturnType<typeof rateOrder>, { rule }: Facts): Verdict {
  const quote = rated.rated.ok ? rated.rated.value : undefined;
  const { wish } = orderOf(stored);
  return verdictOf({ quote, look: rated.stand.look }, { wish, rule, includesTax: rated.includesTax });
}

/** What is charged, costs and is left, by currency. */
export function sumsOf(orders: readonly Planned[]): PlannedSum[] {
  const charged = orders.flatMap(({ currency, outcome }) =>
    "offer" in outcome ? [{ currency, ...outcome }] : [],
  );
  return [...new Set(charged.map(({ currency }) => currency))].sort().map((currency) => {
    const own = charged.filter((one) => one.currency === currency);
    const total = (of: "net" | "cost" | "margin") =>
      moneyText(sum(own.map((one) => Decimal.of(one[of]))), currency);
    return { currency, orders: own.length, net: total("net"), cost: total("cost"), margin: total("margin") };
  });
}

/** What became of an order that was charged among many. */
export type ChargedOne =
  | {
      readonly fate: "charged";
      readonly currency: string;
      readonly net: string;
      readonly cost: string;
      readonly margin: string;
    }
  | { readonly fate: "set-aside"; readonly why: Look | "changed-meanwhile" }
  | { readonly fate: "left" };

/**
 * Charges one order of many, if it is still to be charged: rated afresh, all or nothing. An order that this batch has charged
 * already is not charged again, however often the batch begins anew.
 */
export async function chargeOne(
  db: PooledDatabase,
  live: Revision,
  number: string,
  { by, batch }: { readonly by: By; readonly batch: string },
): Promise<ChargedOne> {
  let found: ChargedOne = { fate: "left" };
  const fresh = await freshRates(db, live, number, by.now, { many: true });
  const command: OrderCommand = { number, by };
  const result = await inTransaction(db, (tx) =>
    changeOrderIn(tx, live, command, async (_, situation) => {
      const { stored } = situation;
      if (stored.charge?.batch === batch) {
        found = sumOf(stored);
        return failed("locked");
      }
      const kept = await factsOf(tx, stored, live);
      const facts = withRates(kept, fresh);
      const rated = rateOrder(stored, live, kept, by.now);
      if (rated.stand.state === "ready") return failed("locked");
      const verdict = verdictFor(stored, rateOrder(stored, live, facts, by.now), facts);
      if ("setAside" in verdict) {
        found = { fate: "set-aside", why: verdict.setAside };
        return failed("locked");
      }
      const { offer, charged } = verdict;
      const amount = verdict.by === "wish" && wishOf(stored, rated.includesTax);
      const byHand = amount ? { amount: { ...amount, reason: "as the buyer was told" }, isWish: true } : {};
      const { net, cost, margin } = charged;
      found = { fate: "charged", currency: rated.channel?.currency ?? "", net, cost, margin };
      return chargeIn(tx, situation, by, { offer: offer.offer, byHand, batch, fresh });
    }),
  );
  if (!result.ok && result.code !== "locked") return { fate: "set-aside", why: "changed-meanwhile" };
  return found;
}

function sumOf({ order, charge }: StoredOrder): ChargedOne {
  const { chargeNet, cost, margin } = order;
  return {
    fate: "charged",
    currency: charge?.currency ?? "",
    net: chargeNet ?? "0",
    cost: cost ?? "0",
    margin: margin ?? "0",
  };
}

function wishOf(stored: StoredOrder, includesTax: boolean) {
  const { wish } = orderOf(stored);
  return wish && wishAmount(wish, includesTax);
}
