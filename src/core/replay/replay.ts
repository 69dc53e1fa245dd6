import { roundMoney } from "../money/currency";
import { convert } from "../money/exchange";
import { Decimal } from "../money/decimal";
import type { CompiledSetup } from "../quote/compiled-setup";
import { quote, quoteBoth } from "../quote/quote-order";
import type { Quote, QuotedOffer } from "../quote/quote";
import type { ItemLookup } from "../quote/read-lines";
import type { QuoteRequest } from "../quote/request";
import type { KeptRates } from "../services/live-rate";
import type { Problem } from "../setup/problem";
import type { Parsed } from "../setup/parse-setup";
import { differenceOf, type Difference, type Pair } from "./difference";
import { TotalsCounter, type Totals } from "./totals";

/** An order to be rated again. */
export interface ReplayOrder {
  readonly request: QuoteRequest;
  /** The offer that was applied; without one the order counts with the cheapest it is given. */
  readonly offer?: string;
  /** What carriers said when it was charged, and when that was: nobody is asked again, and what is not there goes by fallback. */
  readonly live?: { readonly rates: KeptRates; readonly asOf: string };
}

/** What two setups are compared with. */
export interface ReplayContext {
  /** Items as each setup reads them: default weights differ. */
  readonly items: readonly [before: ItemLookup, after: ItemLookup];
  /** The instant orders without one of their own count from; ISO 8601. */
  readonly now: string;
  /** Offers that both setups work out alike (`untouchedOffers`): worked out once. Absent: none is known to be. */
  readonly untouched?: ReadonlySet<string>;
}

/** By how much more an order is charged, and earns, afterwards; in the currency of the totals. */
export interface Moved {
  readonly offer: string;
  readonly charge: string;
  readonly margin: string;
  /** Its promise, where that is another: later, or sooner. What is promised no more counts as later. */
  readonly promise?: "later" | "sooner";
}

/** One order's outcome; `moved` where the offer it counts with is the same before and after. */
export type Replayed =
  | { readonly index: number; readonly difference: Difference | undefined; readonly moved?: Moved }
  | { readonly index: number; readonly problems: readonly Problem[] };

/**
 * The same orders under two setups. Rates one order at each step, so that the caller can show progress and stop whenever
 * it likes. `totals` adds up as it goes, in the home currency of the first setup, each figure converted by its rates and
 * rounded: by channel, country and weight with the offer each order counts with (the one applied, else the cheapest with tax, of
 * equal ones the first), by offer with every offer given.
 */
export class Replay {
  private readonly counter = new TotalsCounter();

  constructor(
    private readonly before: CompiledSetup,
    private readonly after: CompiledSetup,
    private readonly context: ReplayContext,
  ) {}

  get totals(): Totals {
    return this.counter.totals;
  }

  /** Rates orders one by one; `first` is the place of the first in the whole list. */
  *run(orders: Iterable<ReplayOrder>, first = 0): Generator<Replayed> {
    let index = first;
    for (const order of orders) yield this.one(order, index++);
  }

  private one({ request, offer, live }: ReplayOrder, index: number): Replayed {
    const both = this.quotes({ ...request, working: false }, live);
    if (!both.ok) return { index, problems: both.problems };
    const [then, next] = both.value;
    const difference = differenceOf(index, then, next);
    const before = this.count(request, offer, 0, then);
    const after = this.count(request, offer, 1, next);
    if (difference) this.countChange(request, difference, weightClass(next));
    const moved = difference && movedBy(before, after, difference);
    return moved ? { index, difference, moved } : { index, difference };
  }

  private quotes(asked: QuoteRequest, live: ReplayOrder["live"]): Parsed<readonly [Quote, Quote]> {
    const { before, after } = this;
    const { now, items, untouched } = this.context;
    const [itemsBefore, itemsAfter] = items;
    const known = live ? { now, liveRates: new Map(live.rates), liveAsOf: live.asOf } : { now };
    if (untouched && untouched.size > 0)
      return quoteBoth(before, after, untouched, asked, { ...known, items: itemsBefore });
    const then = quote(before, asked, { ...known, items: itemsBefore });
    if (!then.ok) return then;
    const next = quote(after, asked, { ...known, items: itemsAfter });
    return next.ok ? { ok: true, value: [then.value, next.value] } : next;
  }

  /** Counts what an order is given; the offer it counts with, in the currency of the totals. */
  private count(
    request: QuoteRequest,
    applied: string | undefined,
    side: 0 | 1,
    quoted: Quote,
  ): Counted | undefined {
    const home = this.before.setup.business.homeCurrency;
    const conversion = this.before.exchange.find(quoted.currency, home);
    // without a rate there is nothing to add up; that it is missing is a finding
    if (!conversion) return undefined;
    const toHome = (money: Decimal) => roundMoney(convert(money, conversion), home);
    for (const offer of quoted.offers) this.counter.add("offer", offer.offer, side, offer, toHome);
    const chosen = countedOffer(quoted.offers, applied);
    if (!chosen) return undefined;
    this.counter.add("channel", request.channel, side, chosen, toHome);
    this.counter.add("country", request.shipTo.country, side, chosen, toHome);
    this.counter.add("weight", weightClass(quoted), side, chosen, toHome);
    const [charge, cost] = [toHome(Decimal.of(chosen.net)), toHome(Decimal.of(chosen.cost))];
    return { offer: chosen.offer, charge, margin: charge.minus(cost) };
  }

  private countChange(request: QuoteRequest, { lost, gained, changed }: Difference, weight: string): void {
    this.counter.countChange("weight", weight);
    this.counter.countChange("channel", request.channel);
    this.counter.countChange("country", request.shipTo.country);
    for (const offer of [...lost, ...gained, ...changed.map((change) => change.offer)])
      this.counter.countChange("offer", offer);
  }
}

interface Counted {
  readonly offer: string;
  readonly charge: Decimal;
  readonly margin: Decimal;
}

function movedBy(
  before: Counted | undefined,
  after: Counted | undefined,
  { changed }: Difference,
): Moved | undefined {
  if (!before || !after || before.offer !== after.offer) return undefined;
  const latest = changed.find(({ offer }) => offer === after.offer)?.latest;
  return {
    ...(latest ? { promise: isLater(latest) ? ("later" as const) : ("sooner" as const) } : {}),
    offer: after.offer,
    charge: after.charge.minus(before.charge).toString(),
    margin: after.margin.minus(before.margin).toString(),
  };
}

/** Days as ISO 8601, which compare as text; nothing is later than any. */
function isLater([before, after]: Pair): boolean {
  return after === "" || (before !== "" && after > before);
}

/** Upper edges in kg, each in its class. */
const WEIGHT_EDGES = ["1", "2", "5", "10", "20", "30", "100"].map((edge) => ({ edge, kg: Decimal.of(edge) }));

/** The class of an order's weight, by its upper edge. */
function weightClass({ measures: { actualWeight } }: Quote): string {
  if (actualWeight === undefined) return "";
  const weight = Decimal.of(actualWeight);
  return WEIGHT_EDGES.find(({ kg }) => !weight.moreThan(kg))?.edge ?? "";
}

function countedOffer(offers: readonly QuotedOffer[], applied: string | undefined): QuotedOffer | undefined {
  if (applied !== undefined) return offers.find(({ offer }) => offer === applied);
  let cheapest: QuotedOffer | undefined;
  for (const offer of offers)
    if (!cheapest || Decimal.of(offer.gross).lessThan(Decimal.of(cheapest.gross))) cheapest = offer;
  return cheapest;
}
