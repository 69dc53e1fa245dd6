import { localDate } from "../calendar/local-date";
import { moneyText } from "../money/currency";
import { measure, type Measures } from "../parcels/measures";
import type { OrderLine } from "../parcels/order-line";
import { joinPath } from "../setup/path";
import type { Parsed } from "../setup/parse-setup";
import type { Problem } from "../setup/problem";
import type { Journey } from "../services/shipment";
import { shownIn } from "../units/unit";
import type { Trace } from "../working/step";
import { normalisePostcode } from "../zones/postcode";
import type { CompiledSetup } from "./compiled-setup";
import { quoteOffer, sourcingCandidates, type OrderContext } from "./quote-offer";
import type { Quote, QuoteMeasures, Warning } from "./quote";
import { readLines, type ItemLookup } from "./read-lines";
import type { QuoteRequest } from "./request";

/** What a quote needs beside setup and request. */
export interface QuoteContext {
  readonly items: ItemLookup;
  /** The instant the order counts from when the request has no `placedAt`; ISO 8601. */
  readonly now: string;
}

/**
 * Works out which offers an order can be given, at what charge, and why the others are withheld. The steps are collected
 * when the request asks for the `working`; the figures are the same without. Fails with `unknown-code` (channel, offer,
 * origin), `unknown-sku` or `bad-instant`, each with its path in the request.
 */
export function quote(compiled: CompiledSetup, request: QuoteRequest, context: QuoteContext): Parsed<Quote> {
  const channel = compiled.channels.get(request.channel);
  if (!channel)
    return failed([
      { code: "unknown-code", path: "channel", data: { list: "channels", code: request.channel } },
    ]);
  const strangers = unknownOffers(compiled, request);
  if (strangers.length > 0) return failed(strangers);
  const currency = request.currency ?? channel.currency;
  const read = readLines(compiled, request, currency, context.items);
  if (!read.ok) return read;
  const lines = read.value.filter((line) => line.item.shippable);
  const measures = measure(lines);
  const journey = journeyOf(compiled, request, currency, request.placedAt ?? context.now);
  const order: OrderContext = {
    compiled,
    request,
    channel,
    lines,
    measures,
    journey,
    candidates: sourcingCandidates(compiled, lines, journey),
    explainOrder: (trace) => explainOrder(trace, read.value, measures, currency),
  };
  return { ok: true, value: lines.length === 0 ? nothingToShip(measures, currency) : allOffers(order) };
}

function failed(problems: readonly Problem[]): { ok: false; problems: readonly Problem[] } {
  return { ok: false, problems };
}

function unknownOffers(compiled: CompiledSetup, request: QuoteRequest): Problem[] {
  const known = new Set(compiled.setup.offers.map((offer) => offer.code));
  return (request.offers ?? []).flatMap((code, index) =>
    known.has(code)
      ? []
      : [{ code: "unknown-code" as const, path: joinPath("offers", index), data: { list: "offers", code } }],
  );
}

function journeyOf(
  compiled: CompiledSetup,
  request: QuoteRequest,
  currency: string,
  instant: string,
): Journey {
  const { country, subdivision, postcode = "", poBox = false, collectionPoint = false } = request.shipTo;
  return {
    place: {
      country,
      postcode: normalisePostcode(postcode),
      ...(subdivision === undefined ? {} : { subdivision }),
    },
    needs: {
      poBox,
      collectionPoint,
      cashOnDelivery: request.cashOnDelivery === true,
      signature: request.signature === true,
    },
    date: localDate(instant, compiled.setup.business.timeZone),
    currency,
  };
}

function allOffers(order: OrderContext): Quote {
  const wanted = order.request.offers && new Set(order.request.offers);
  const results = (order.compiled.offers.get(order.channel.code) ?? [])
    .filter((offer) => !wanted || wanted.has(offer.code))
    .map((offer) => quoteOffer(order, offer));
  return {
    currency: order.journey.currency,
    measures: quoteMeasures(order.measures, order.journey.currency),
    offers: results.flatMap((result) => ("given" in result ? [result.given] : [])),
    withheld: results.flatMap((result) => ("withheld" in result ? [result.withheld] : [])),
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
