import "server-only";
import type { CompiledSetup } from "@/core/quote/compiled-setup";
import type { Item } from "@/core/setup/item";
import type { Setup } from "@/core/setup/setup";
import type { CompiledSuspensions } from "@/core/suspensions/compiled-suspensions";
import { inKilograms } from "@/core/units/unit";
import type { Problem } from "@/core/setup/problem";
import { moneyText } from "@/core/money/currency";
import type { PooledDatabase } from "@/db/connect";
import { readItems } from "@/db/queries/items";
import { orderHistory } from "@/db/queries/activity";
import { readOrder, type ChargeRow, type StoredOrder } from "@/db/queries/orders";
import { wordOffer, wordQuote, type WordedOffer, type WordedQuote } from "@/messages/word-quote";
import { done, failed, type Result } from "../result";
import { appliedOffer, appliedTo, isStillSo } from "./applied-offer";
import { draftSetup, type DraftSetup } from "./draft-setup";
import { draftSteps, type DraftSteps } from "./draft-steps";
import { waitingChanges } from "./gate";
import { liveSetup, type Revision } from "./live-setup";
import { basisOf, orderRequest } from "./order-request";
import { openState, type OrderState } from "./order-state";
import { lineMoney, orderTotals, type ChargeLine, type SoldLine, type Totals } from "./order-totals";
import { rateWith } from "./rate";
import { currentSuspensions } from "./suspensions";

export type { WordedOffer };

export interface AppliedCharge {
  readonly offer: WordedOffer;
  readonly appliedAt: string;
  readonly appliedBy: string;
  /** The revision that made it. */
  readonly revision: number;
  readonly currency: string;
}

export interface LineView {
  readonly position: number;
  readonly sku: string;
  readonly name: string;
  readonly goodsClass: string | undefined;
  readonly quantity: number;
  /** kg of one piece. */
  readonly weight: string | undefined;
  readonly origin: string | undefined;
  readonly stock: readonly { origin: string; quantity: number }[] | undefined;
  readonly net: string;
}

/** Everything the order's page shows; all figures worked out. */
export interface OrderView {
  readonly order: StoredOrder["order"];
  /** When it was placed, by the business's clock. */
  readonly placed: string;
  readonly state: OrderState;
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
  /** What the applied offer would be now, when that differs. */
  readonly nowInstead: WordedOffer | "withheld" | undefined;
  readonly totals: Totals;
  /** The revision that is live. */
  readonly revision: number;
  readonly history: readonly { at: string; who: string; what: string; from: unknown; to: unknown }[];
  readonly originNames: Readonly<Record<string, string>>;
  readonly serviceNames: Readonly<Record<string, string>>;
}

/** Loads an order, quotes it with the live setup, and holds the applied charge against it. */
export async function viewOrder(db: PooledDatabase, number: string, now: Date): Promise<Result<OrderView>> {
  const [stored, current] = await Promise.all([readOrder(db, number), liveSetup(db)]);
  if (!stored || !current) return failed("not-found");
  const [items, history, suspensions, draft] = await Promise.all([
    readItems(
      db,
      stored.lines.map((line) => line.sku),
    ),
    orderHistory(db, number),
    currentSuspensions(db),
    draftSetup(db),
  ]);
  // where nothing waits at the gate the draft says the same
  const waits = draft && (await waitingChanges(db, draft, current.number)).length > 0;
  const beside = { items, history, suspensions, draft: waits ? draft : undefined };
  return done(buildView(stored, current, beside, now));
}

/** What an order's page needs beside the order and the revision. */
interface Beside {
  readonly items: readonly Item[];
  readonly history: OrderView["history"];
  readonly suspensions: CompiledSuspensions;
  /** Where it differs from the revision. */
  readonly draft: DraftSetup | undefined;
}

function buildView(
  stored: StoredOrder,
  current: Revision,
  { items, history, suspensions, draft }: Beside,
  now: Date,
): OrderView {
  const { order } = stored;
  const { setup } = current;
  const channel = setup.channels.find((entry) => entry.code === order.channel);
  const currency = channel?.currency ?? setup.business.homeCurrency;
  const includesTax = channel?.pricesIncludeTax === true;
  const request = orderRequest(stored);
  const rate = (compiled: CompiledSetup) =>
    rateWith(compiled, { ...request, working: true }, items, now, { suspensions });
  const rated = rate(current.compiled);
  const drafted = draft?.compiled.ok ? rate(draft.compiled.value) : undefined;
  const applied = stored.charge && appliedCharge(stored.charge);
  const quote = rated.ok ? wordQuote(rated.value) : undefined;
  const fallbackTax = setup.business.deliveryTaxPercent;
  const clock = clockOf(setup.business.timeZone);
  return {
    order,
    placed: clock(order.placedAt),
    state:
      order.state === "done"
        ? "done"
        : openState(appliedTo(stored.charge), basisOf(request), rated.ok ? rated.value : undefined),
    currency,
    channelName: channel?.name ?? order.channel,
    includesTax,
    lines: stored.lines.map((line) => lineView(line, items, includesTax, currency, fallbackTax)),
    quote,
    draftSteps: quote && drafted?.ok ? draftSteps(quote, wordQuote(drafted.value)) : {},
    problems: rated.ok ? [] : rated.problems,
    applied,
    nowInstead: applied && order.state !== "done" ? insteadOf(applied, quote) : undefined,
    totals: orderTotals(
      stored.lines.map((line) => sold(line, items, fallbackTax)),
      includesTax,
      applied ? chargeLines(applied, setup) : [],
      currency,
    ),
    revision: current.number,
    history: history.map((entry) => ({ ...entry, at: clock(entry.at) })),
    originNames: Object.fromEntries(
      setup.origins.map((origin) => [origin.code, origin.address.city || origin.name]),
    ),
    serviceNames: Object.fromEntries(setup.services.map((service) => [service.code, service.name])),
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

function appliedCharge(charge: ChargeRow): AppliedCharge {
  const { appliedAt, appliedBy, revision, currency } = charge;
  return { offer: wordOffer(appliedOffer(charge)), appliedAt, appliedBy, revision, currency };
}

function insteadOf(applied: AppliedCharge, quote: WordedQuote | undefined): OrderView["nowInstead"] {
  const offer = quote?.offers.find((entry) => entry.offer === applied.offer.offer);
  if (!offer) return "withheld";
  return isStillSo(applied.offer, offer) ? undefined : offer;
}

/** The applied charge by line, with the names of its charge types. */
function chargeLines({ offer }: AppliedCharge, { chargeTypes }: Setup): ChargeLine[] {
  return offer.chargeLines.map((line) => ({
    ...line,
    typeName: chargeTypes.find(({ code }) => code === line.type)?.name ?? line.type,
  }));
}

type Line = StoredOrder["lines"][number];

function sold(line: Line, items: readonly Item[], fallbackTax: string): SoldLine {
  const item = items.find((entry) => entry.sku === line.sku);
  return {
    quantity: line.quantity,
    unitPrice: line.unitPrice,
    discount: line.discount ?? undefined,
    taxPercent: line.taxPercent ?? item?.taxPercent ?? fallbackTax,
  };
}

function lineView(
  line: Line,
  items: readonly Item[],
  includesTax: boolean,
  currency: string,
  fallbackTax: string,
): LineView {
  const item = items.find((entry) => entry.sku === line.sku);
  return {
    position: line.position,
    sku: line.sku,
    name: item?.name ?? line.sku,
    goodsClass: item?.goodsClass,
    quantity: line.quantity,
    weight: item?.weight && inKilograms(item.weight).toFixed(2),
    origin: line.origin ?? undefined,
    stock: item?.stock,
    net: moneyText(lineMoney(sold(line, items, fallbackTax), includesTax, currency).net, currency),
  };
}
