import { moneyText } from "../money/currency";
import type { ExchangeRates } from "../money/exchange";
import { Measures } from "../parcels/measures";
import { withStockLeft } from "../parcels/stock-left";
import type { OrderLine } from "../parcels/order-line";
import type { Journey } from "../rules/journey";
import type { LiveRates, LiveRequest } from "../services/live-rate";
import type { RatingContext } from "../services/shipment";
import type { Channel } from "../setup/offer";
import { noSuspensions, suspendedBy, type CompiledSuspensions } from "../suspensions/compiled-suspensions";
import type { Parsed } from "../setup/parse-setup";
import { joinPath } from "../setup/path";
import type { Problem } from "../setup/problem";
import { businessTax, type BusinessTax } from "../tax/business-tax";
import { shownIn } from "../units/unit";
import type { Trace } from "../working/step";
import type { CompiledSetup } from "./compiled-setup";
import { journeyOf } from "./journey-of";
import { sourcingOf, type OrderContext } from "./order-context";
import { quoteOffer } from "./quote-offer";
import type { Quote, QuotedOffer, QuoteMeasures, Warning, WithheldOffer } from "./quote";
import { readLines, type ItemLookup } from "./read-lines";
import type { QuoteRequest } from "./request";
import { ShipmentBook } from "./shipment-book";
import { dropNeedless } from "./when-free";

/** What a quote needs beside setup and request. */
export interface QuoteContext {
  readonly items: ItemLookup;
  /** The instant the order counts from when the request has no `placedAt`; ISO 8601. Live answers age until it. */
  readonly now: string;
  /** What carriers' own systems answered; none: live services fall back as they say. */
  readonly liveRates?: LiveRates;
  /** The instant live answers age until where that is not `now`: those kept with a charge, that it was worked out at. */
  readonly liveAsOf?: string;
  /** What does not work at the instant `now`. */
  readonly suspensions?: CompiledSuspensions;
  /** What-if: the lines as they are to be measured instead of as they were read. */
  readonly altered?: (lines: readonly OrderLine[]) => readonly OrderLine[];
  /** Whether free delivery is decided by the lines as they were read, though others are measured: for a part of an order. */
  readonly freeByWhole?: boolean;
}

const noLiveRates: LiveRates = new Map();

/**
 * Works out which offers an order can be given, at what charge, and why the others are withheld. The steps are collected
 * when the request asks for the `working`; the figures are the same without. Fails with `unknown-code` (channel, offer,
 * origin), `unknown-sku`, `no-exchange-rate` or `bad-instant`, each with its path in the request.
 */
export function quote(compiled: CompiledSetup, request: QuoteRequest, context: QuoteContext): Parsed<Quote> {
  const read = readOrder(compiled, request, context);
  if (!read.ok) return read;
  const order = read.value;
  if (order.lines.length > 0) return { ok: true, value: allOffers(order, request) };
  return { ok: true, value: nothingToShip(order.measures, order.journey.currency) };
}

/**
 * The same order under two setups that read it alike and say the same of the offers in `untouched` (`untouchedOffers` tells
 * which): these are worked out once. Fails as `quote` does under the first, then under the second.
 */
export function quoteBoth(
  before: CompiledSetup,
  after: CompiledSetup,
  untouched: ReadonlySet<string>,
  request: QuoteRequest,
  context: QuoteContext,
): Parsed<readonly [before: Quote, after: Quote]> {
  const read = readOrder(before, request, context);
  if (!read.ok) return read;
  const strangers = unknownOffers(after, request);
  if (strangers.length > 0) return failed(strangers);
  const order = read.value;
  if (order.lines.length === 0) {
    const nothing = nothingToShip(order.measures, order.journey.currency);
    return { ok: true, value: [nothing, nothing] };
  }
  const known: KnownResults = new Map();
  const then = allOffers(order, request, known);
  for (const code of known.keys()) if (!untouched.has(code)) known.delete(code);
  const sell = { ...order.sell, tariffs: after.tariffs };
  return { ok: true, value: [then, allOffers({ ...order, compiled: after, sell }, request, known)] };
}

/**
 * What to ask carriers' own systems before `quote` can use their rates: a question for each shipment that live services
 * are tried for and that has no answer yet. What is answered can lead to other shipments: ask until nothing is left to
 * ask. Fails as `quote` does.
 */
export function planLiveRequests(
  compiled: CompiledSetup,
  request: QuoteRequest,
  context: QuoteContext,
): Parsed<LiveRequest[]> {
  const asked = new Map<string, LiveRequest>();
  const read = readOrder(compiled, { ...request, working: false }, context, (question) =>
    asked.set(question.key, question),
  );
  if (!read.ok) return read;
  if (read.value.lines.length > 0) allOffers(read.value, request);
  return { ok: true, value: [...asked.values()] };
}

function readOrder(
  compiled: CompiledSetup,
  request: QuoteRequest,
  context: QuoteContext,
  ask?: (question: LiveRequest) => void,
): Parsed<OrderContext> {
  const channel = compiled.channels.get(request.channel);
  if (!channel)
    return failed([
      { code: "unknown-code", path: "channel", data: { list: "channels", code: request.channel } },
    ]);
  const strangers = unknownOffers(compiled, request);
  if (strangers.length > 0) return failed(strangers);
  const currency = request.currency ?? channel.currency;
  const { suspensions = noSuspensions } = context;
  const placedAt = request.placedAt ?? context.now;
  const delayOf = suspensions.isEmpty ? never : delayAt(suspensions, context.now);
  const journey = journeyOf(compiled, request, currency, placedAt, delayOf);
  const exchange = compiled.exchange.on(journey.date);
  const read = readLines(compiled, request, { currency, exchange }, context.items);
  if (!read.ok) return read;
  const all = context.altered ? context.altered(read.value) : read.value;
  const whole = context.freeByWhole === true ? read.value : undefined;
  return {
    ok: true,
    value: orderOf({ compiled, request, context, channel, journey, exchange, all, whole }, ask),
  };
}

const never = () => undefined;

function delayAt(suspensions: CompiledSuspensions, now: string): Journey["delayOf"] {
  const at = Date.parse(now);
  return (origin) => suspensions.delay(origin, at);
}

interface ReadOrder {
  readonly compiled: CompiledSetup;
  readonly request: QuoteRequest;
  readonly context: QuoteContext;
  readonly channel: Channel;
  readonly journey: Journey;
  readonly exchange: ExchangeRates;
  /** Those that do not ship too. */
  readonly all: readonly OrderLine[];
  /** The lines that free delivery is decided by, where those are others. */
  readonly whole: readonly OrderLine[] | undefined;
}

function orderOf(
  { compiled, request, context, channel, journey, exchange, all, whole }: ReadOrder,
  ask?: (question: LiveRequest) => void,
): OrderContext {
  const { now, liveAsOf, liveRates = noLiveRates } = context;
  const suspended = suspendedAt(compiled, context, journey);
  const { tariffs, taxing } = compiled;
  const lines = withStockLeft(all.filter((line) => line.item.shippable));
  const measures = new Measures(lines);
  let tax: BusinessTax | undefined;
  const rating = {
    journey,
    exchange,
    liveRates,
    now: liveAsOf ?? now,
    ...(suspended ? { suspended } : {}),
    ...(ask ? { ask } : {}),
  };
  return {
    compiled,
    channel,
    lines,
    measures,
    journey,
    book: new ShipmentBook(measures, rating),
    sell: {
      exchange,
      tariffs,
      homeCurrency: journey.homeCurrency,
      businessCurrency: journey.homeCurrency,
      ofBusiness: journey.fromHome,
    },
    sourcing: sourcingOf(compiled, lines, journey),
    withWorking: request.working === true,
    ...(whole ? { freeMeasures: new Measures(whole.filter((line) => line.item.shippable)) } : {}),
    explainOrder: (trace) => explainOrder(trace, all, measures, journey.currency),
    taxing,
    businessTax: () => (tax ??= businessTax(taxing, lines, journey)),
  };
}

/** Looks up what is suspended; nothing where nothing is, which costs nothing. */
function suspendedAt(
  { setup }: CompiledSetup,
  { suspensions, now }: QuoteContext,
  { place }: Journey,
): RatingContext["suspended"] {
  if (!suspensions || suspensions.isEmpty) return undefined;
  const at = Date.parse(now);
  return (what, code) => {
    const found = suspensions.stop(what, code, at, place);
    return found && suspendedBy(found, setup.business.timeZone);
  };
}

function failed(problems: readonly Problem[]): { ok: false; problems: readonly Problem[] } {
  return { ok: false, problems };
}

function unknownOffers(compiled: CompiledSetup, request: QuoteRequest): Problem[] {
  if (!request.offers) return [];
  return request.offers.flatMap((code, index) =>
    compiled.offerCodes.has(code)
      ? []
      : [{ code: "unknown-code" as const, path: joinPath("offers", index), data: { list: "offers", code } }],
  );
}

/** Offers' results by code: taken from here where they are, kept here where they are not. */
type KnownResults = Map<string, ReturnType<typeof quoteOffer>>;

function allOffers(order: OrderContext, request: QuoteRequest, known?: KnownResults): Quote {
  const wanted = request.offers && new Set(request.offers);
  const given: QuotedOffer[] = [];
  const withheld: WithheldOffer[] = [];
  for (const offer of order.compiled.offers.get(order.channel.code) ?? []) {
    if (wanted && !wanted.has(offer.offer.code)) continue;
    const result = known?.get(offer.offer.code) ?? quoteOffer(order, offer);
    known?.set(offer.offer.code, result);
    if ("given" in result) given.push(result.given);
    else withheld.push(result.withheld);
  }
  const { currency } = order.journey;
  const { kept, dropped } = dropNeedless(given, order.channel, order.compiled.collected);
  return {
    currency,
    measures: quoteMeasures(order.measures, currency),
    offers: kept,
    withheld: dropped.length > 0 ? [...withheld, ...dropped] : withheld,
    warnings: warnings(order.measures),
  };
}

function nothingToShip(measures: Measures, currency: string): Quote {
  return {
    currency,
    measures: quoteMeasures(measures, currency),
    offers: [],
    withheld: [],
    warnings: [],
    reason: "nothing-to-ship",
  };
}

function quoteMeasures(measures: Measures, currency: string): QuoteMeasures {
  return {
    quantity: Number(measures.quantity.toString()),
    lines: measures.lines,
    parcels: measures.parcels,
    ...(measures.actualWeight ? { actualWeight: measures.actualWeight.toString() } : {}),
    volume: measures.volume.toString(),
    goodsValue: moneyText(measures.goodsValue, currency),
    goodsValueIncTax: moneyText(measures.goodsValueIncTax, currency),
  };
}

function warnings(measures: Measures): Warning[] {
  const found: Warning[] = [];
  if (measures.skusWithoutWeight.length > 0)
    found.push({ code: "weight-missing", skus: measures.skusWithoutWeight });
  if (measures.skusWithoutSize.length > 0)
    found.push({ code: "size-missing", skus: measures.skusWithoutSize });
  return found;
}

function explainOrder(trace: Trace, all: readonly OrderLine[], measures: Measures, currency: string): void {
  const at = trace.at("order");
  for (const line of all) if (!line.item.shippable) at.add("line-not-shipped", { sku: line.item.sku });
  at.add("order-measured", {
    pieces: Number(measures.quantity.toString()),
    lines: measures.lines,
    ...(measures.actualWeight ? { weight: shownIn(measures.actualWeight, "kg") } : {}),
    goodsValue: { amount: moneyText(measures.goodsValue, currency), currency },
  });
}
