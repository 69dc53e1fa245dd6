import { partOf, type OrderLine } from "../parcels/order-line";
import type { CompiledSetup } from "../quote/compiled-setup";
import { journeyOf } from "../quote/journey-of";
import { readLines, type ItemLookup } from "../quote/read-lines";
import type { QuoteRequest } from "../quote/request";
import type { Journey } from "../rules/journey";
import type { RatingContext } from "../services/shipment";
import type { Parsed } from "../setup/parse-setup";

/** What an order's shipments are worked out anew with. */
export interface Ground {
  readonly compiled: CompiledSetup;
  readonly lines: readonly OrderLine[];
  readonly journey: Journey;
  readonly context: RatingContext;
}

/** Reads an order to work its shipments out anew, as if it were asked for at `placedAt` where it says no instant. Fails as `quote` does for what it names. */
export function groundOf(
  compiled: CompiledSetup,
  request: QuoteRequest,
  {
    items,
    placedAt,
    live = new Map(),
  }: {
    readonly items: ItemLookup;
    readonly placedAt: string;
    readonly live?: RatingContext["liveRates"];
  },
): Parsed<Ground> {
  const channel = compiled.channels.get(request.channel);
  const currency = request.currency ?? channel?.currency ?? compiled.setup.business.homeCurrency;
  const journey = journeyOf(compiled, request, currency, request.placedAt ?? placedAt);
  const exchange = compiled.exchange.on(journey.date);
  const lines = readLines(compiled, request, { currency, exchange }, items);
  if (!lines.ok) return lines;
  const context: RatingContext = { journey, exchange, liveRates: live, now: placedAt };
  return { ok: true, value: { compiled, lines: lines.value, journey, context } };
}

/** The parts of the order's lines that are in a shipment: of lines of one item the first ones first. */
export function partsOf(
  lines: readonly OrderLine[],
  wanted: readonly { readonly sku: string; readonly quantity: number }[],
): OrderLine[] {
  const left = new Map<string, number>();
  for (const { sku, quantity } of wanted) left.set(sku, (left.get(sku) ?? 0) + quantity);
  return lines.flatMap((line) => {
    const take = Math.min(line.quantity, left.get(line.item.sku) ?? 0);
    left.set(line.item.sku, (left.get(line.item.sku) ?? 0) - take);
    return take > 0 ? [partOf(line, take)] : [];
  });
}
