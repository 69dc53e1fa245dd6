import "server-only";
import { addressFaults, type AddressFault } from "@/core/orders/address-faults";
import type { ChargedLine } from "@/core/orders/hand-charge";
import type { Wish } from "@/core/orders/order";
import { isOpen, type Look, type OrderState } from "@/core/orders/order-state";
import {
  lineMoney,
  orderTotals,
  type ChargeLine,
  type SoldLine,
  type Totals,
} from "@/core/orders/order-totals";
import { isStillSo, underCodesOf, type CodeNow } from "@/core/orders/stand";
import { pinCosts, unpinned, type PinCost } from "@/core/orders/pin-cost";
import type { Item } from "@/core/setup/item";
import type { Problem } from "@/core/setup/problem";
import type { Setup } from "@/core/setup/setup";
import { moneyText } from "@/core/money/currency";
import { inKilograms } from "@/core/units/unit";
import type { PooledDatabase } from "@/db/connect";
import { orderHistory } from "@/db/queries/activity";
import { readOrder, type ChargeRow, type StoredOrder } from "@/db/queries/orders";
import { wordOffer, wordQuote, type WordedOffer, type WordedQuote } from "@/messages/word-quote";
import { done, failed, type Result } from "../result";
import { draftSetup, type DraftSetup } from "../services/draft-setup";
import { draftSteps, type DraftSteps } from "../services/draft-steps";
import { waitingChanges } from "../services/gate";
import { liveSetup, type Revision } from "../services/live-setup";
import { rateWith } from "../services/rate";
import { askedOf, type AskedCharge } from "./asked-charge";
import { appliedOffer, byHandOf, chargedOf, type KeptByHand } from "./applied-offer";
import { orderOf } from "./order-document";
import { creditsOf, type ToldCredit } from "./credit-order";
import { dispatchesOf } from "./hand-over";
import { shownRates } from "./live-facts";
import { factsOf, knownOf, rateOrder, withRates, type Facts, type RatedOrder } from "./rate-order";

export type { WordedOffer };

export interface AppliedCharge {
  readonly offer: WordedOffer;
  readonly appliedAt: string;
  readonly appliedBy: string;
  /** The revision that made it. */
  readonly revision: number;
  readonly currency: string;
  /** What is charged, with what was set by hand. */
  readonly net: string;
  readonly gross: string;
  readonly margin: string;
  readonly byHand: KeptByHand;
}

export interface LineView {
  readonly position: number;
  readonly sku: string;
  readonly name: string;
  readonly goodsClass: string | undefined;
  readonly quantity: number;
  /** As it is priced, of one piece. */
  readonly unitPrice: string;
  /** kg of one piece. */
  readonly weight: string | undefined;
  readonly origin: string | undefined;
  /** Where its pieces are pinned, by pieces. */
  readonly origins: readonly { readonly origin: string; readonly quantity: number }[] | undefined;
  /** What is free of it for this order. */
  readonly stock: readonly { origin: string; quantity: number }[] | undefined;
  readonly net: string;
}

/** Everything the order's page shows; all figures worked out. */
export interface OrderView {
  readonly order: StoredOrder["order"];
  /** When it was placed, by the business's clock. */
  readonly placed: string;
  readonly state: OrderState;
  readonly look: readonly Look[];
  readonly addressFaults: readonly AddressFault[];
  readonly wish: Wish | undefined;
  /** What one order of the channel may lose. */
  readonly mostLoss: string;
  readonly currency: string;
  readonly channelName: string;
  readonly includesTax: boolean;
  readonly lines: readonly LineView[];
  readonly quote: WordedQuote | undefined;
  /** Where the draft by now says otherwise than what made the quote. */
  readonly draftSteps: DraftSteps;
  /** What keeps the order from being quoted at all. */
  readonly problems: readonly Problem[];
  readonly applied: AppliedCharge | undefined;
  /** What somebody asks to charge that nobody else has agreed to. */
  readonly asked: AskedCharge | undefined;
  /** How far an amount by hand may go before somebody else has to agree. */
  readonly mostByHand: string | undefined;
  /** What the pins of its lines come to by offer, against the way that would be chosen. */
  readonly pinCosts: readonly PinCost[];
  /** What the applied offer would be now, when that differs. */
  readonly nowInstead: WordedOffer | "withheld" | undefined;
  readonly totals: Totals;
  /** What was given back, and what has left. */
  readonly credits: readonly ToldCredit[];
  readonly left: readonly {
    readonly day: string;
    readonly service: string;
    readonly origin: string;
    readonly tracking: readonly string[];
    readonly pieces: number;
  }[];
  /** The revision that is live. */
  readonly revision: number;
  readonly history: readonly { at: string; who: string; what: string; from: unknown; to: unknown }[];
  readonly originNames: Readonly<Record<string, string>>;
  readonly serviceNames: Readonly<Record<string, string>>;
  readonly chargeTypes: readonly { readonly code: string; readonly name: string }[];
  readonly deliveryTaxPercent: string;
}

/** Loads an order, quotes it with the live setup, and holds the applied charge against it. */
export async function viewOrder(db: PooledDatabase, number: string, now: Date): Promise<Result<OrderView>> {
  const [stored, current] = await Promise.all([readOrder(db, number), liveSetup(db)]);
  if (!stored || !current) return failed("not-found");
  const [facts, history, draft, back, left] = await Promise.all([
    shownFacts(db, stored, current, now),
    orderHistory(db, number),
    draftSetup(db),
    creditsOf(db, number),
    dispatchesOf(db, [number]),
  ]);
  // where nothing waits at the gate the draft says the same
  const waits = draft && (await waitingChanges(db, draft, current.number)).length > 0;
  const view = buildView(stored, current, { facts, history, draft: waits ? draft : undefined }, now);
  return done({
    ...view,
    credits: back,
    left: left.map(({ day, service, origin, tracking, lines }) => ({
      day,
      service,
      origin,
      tracking,
      pieces: (lines as readonly { quantity: number }[]).reduce((sum, { quantity }) => sum + quantity, 0),
    })),
  });
}

async function shownFacts(
  db: PooledDatabase,
  stored: StoredOrder,
  current: Revision,
  now: Date,
): Promise<Facts> {
  const facts = await factsOf(db, stored, current);
  return withRates(facts, await shownRates(db, stored, current, facts, now));
}

/** What an order's page needs beside the order and the revision. */
interface Beside {
  readonly facts: Facts;
  readonly history: OrderView["history"];
  /** Where it differs from the revision. */
  readonly draft: DraftSetup | undefined;
}

function buildView(
  stored: StoredOrder,
  current: Revision,
  { facts, history, draft }: Beside,
  now: Date,
): Omit<OrderView, "credits" | "left"> {
  const { order } = stored;
  const { setup } = current;
  const { items } = facts;
  const ofOrder = rateOrder(stored, current, facts, now, { working: true });
  const { rated, stand, request, includesTax, channel } = ofOrder;
  const currency = channel?.currency ?? setup.business.homeCurrency;
  const drafted = draft?.compiled.ok
    ? rateWith(draft.compiled.value, { ...request, working: true }, items, now, knownOf(facts))
    : undefined;
  const free = isOpen(order.state) ? unpinned(request) : undefined;
  const best = free && rateWith(current.compiled, free, items, now, knownOf(facts));
  const applied = stored.charge && appliedCharge(stored.charge, includesTax);
  const quote = rated.ok ? wordQuote(rated.value) : undefined;
  const fallbackTax = setup.business.deliveryTaxPercent;
  const clock = clockOf(setup.business.timeZone);
  const open = isOpen(order.state);
  const { shipTo, wish } = orderOf(stored);
  const described = stored.lines.map((line) => ({ line, item: itemOf(line, items) }));
  return {
    order,
    placed: clock(order.placedAt),
    state: open ? stand.state : (order.state as OrderState),
    look: open ? stand.look : [],
    addressFaults: addressFaults(shipTo),
    wish,
    mostLoss: facts.rule.mostLoss,
    currency,
    channelName: channel?.name ?? order.channel,
    includesTax,
    lines: described.map((one) => lineView(one, includesTax, currency, fallbackTax)),
    quote,
    draftSteps: quote && drafted?.ok ? draftSteps(quote, wordQuote(drafted.value)) : {},
    problems: rated.ok ? [] : rated.problems,
    applied,
    asked: open ? askedOf(order) : undefined,
    mostByHand: facts.rule.mostByHand,
    nowInstead: stored.charge && open ? insteadOf(stored.charge, ofOrder, facts.codes) : undefined,
    pinCosts: best?.ok && rated.ok ? pinCosts(rated.value, best.value) : [],
    totals: orderTotals(
      described.map((one) => sold(one, fallbackTax)),
      includesTax,
      stored.charge ? chargeLines(chargedOf(stored.charge, includesTax).chargeLines, setup) : [],
      currency,
    ),
    revision: current.number,
    history: history.map((entry) => ({ ...entry, at: clock(entry.at) })),
    originNames: Object.fromEntries(
      setup.origins.map((origin) => [origin.code, origin.address.city || origin.name]),
    ),
    serviceNames: Object.fromEntries(setup.services.map((service) => [service.code, service.name])),
    chargeTypes: setup.chargeTypes.map(({ code, name }) => ({ code, name })),
    deliveryTaxPercent: fallbackTax,
  };
}

/** Instants as a clock on the business's wall shows them: "24 Nov, 09:12". */
function clockOf(timeZone: string): (instant: string) => string {
  const format = new Intl.DateTimeFormat("en-GB", {
    timeZone,
    day: "numeric",
    month: "short",
    hour: "2-digit",
    minute: "2-digit",
  });
  return (instant) => format.format(new Date(instant));
}

function appliedCharge(charge: ChargeRow, includesTax: boolean): AppliedCharge {
  const { appliedAt, appliedBy, revision, currency } = charge;
  const { net, gross, margin } = chargedOf(charge, includesTax);
  const offer = wordOffer(appliedOffer(charge));
  return { offer, appliedAt, appliedBy, revision, currency, net, gross, margin, byHand: byHandOf(charge) };
}

function insteadOf(charge: ChargeRow, { rated, again }: RatedOrder, codes: CodeNow): OrderView["nowInstead"] {
  const applied = underCodesOf(appliedOffer(charge), codes);
  const offers = rated.ok ? rated.value.offers : [];
  const offer = applied.parts ? again : offers.find((entry) => entry.offer === applied.offer);
  if (!offer) return "withheld";
  return isStillSo(applied, offer) ? undefined : wordOffer(offer);
}

/** What is charged by line, with the names of its charge types. */
function chargeLines(lines: readonly ChargedLine[], { chargeTypes }: Setup): ChargeLine[] {
  return lines.map((line) => ({
    ...line,
    typeName: chargeTypes.find(({ code }) => code === line.type)?.name ?? line.type,
  }));
}

type Line = StoredOrder["lines"][number];

/** A line with what it is: an item of the catalogue, or what was said of it. */
interface Described {
  readonly line: Line;
  readonly item: Partial<Item> | undefined;
}

function itemOf(line: Line, items: readonly Item[]): Partial<Item> | undefined {
  return (line.item as Partial<Item> | null) ?? items.find(({ sku }) => sku === line.sku);
}

function sold({ line, item }: Described, fallbackTax: string): SoldLine {
  return {
    quantity: line.quantity,
    unitPrice: line.unitPrice,
    discount: line.discount ?? undefined,
    taxPercent: line.taxPercent ?? item?.taxPercent ?? fallbackTax,
  };
}

function lineView(of: Described, includesTax: boolean, currency: string, fallbackTax: string): LineView {
  const { line, item } = of;
  return {
    position: line.position,
    sku: line.sku,
    name: item?.name ?? line.sku,
    goodsClass: item?.goodsClass,
    quantity: line.quantity,
    unitPrice: line.unitPrice,
    weight: item?.weight && inKilograms(item.weight).toFixed(2),
    origin: line.origin ?? undefined,
    origins: (line.origins as LineView["origins"] | null) ?? undefined,
    stock: item?.stock,
    net: moneyText(lineMoney(sold(of, fallbackTax), includesTax, currency).net, currency),
  };
}
