import { z } from "zod";
import { moneyText } from "../money/currency";
import { Decimal, sum } from "../money/decimal";
import { partOf, type OrderLine } from "../parcels/order-line";
import type { CompiledSetup } from "../quote/compiled-setup";
import type { QuotedOffer, WithheldOffer } from "../quote/quote";
import { quote, type QuoteContext } from "../quote/quote-order";
import type { QuoteRequest } from "../quote/request";
import { sku } from "../setup/item";
import type { Parsed } from "../setup/parse-setup";
import { code } from "../setup/primitives";

/** One shipment of an order that is charged by shipment: its pieces, where they leave from, and its offer. */
export const shipmentChoice = z.strictObject({
  origin: code,
  lines: z
    .array(z.strictObject({ sku, quantity: z.int().min(1).max(1e9) }))
    .min(1)
    .max(10_000),
  offer: code,
});
export type ShipmentChoice = z.infer<typeof shipmentChoice>;

/** A shipment without the offer it is charged by. */
export type FixedShipment = Omit<ShipmentChoice, "offer">;

/** Why a split can't be charged: pieces that are not the order's, or an offer that a shipment can't be given. */
export type SplitFault =
  | { readonly fault: "pieces"; readonly sku: string }
  | { readonly fault: "withheld"; readonly origin: string; readonly withheld: WithheldOffer | undefined };

/** What signs join the codes, and the names, of offers that are charged together: no code holds them. */
const JOINT = " + ";

/**
 * The pieces of each shipment, taken from the order's lines in their order, pinned to its origin; each with its share of
 * its line's price, exactly. The name of an item whose pieces are not those that ship, all of them and no more.
 */
export function allot(
  lines: readonly OrderLine[],
  shipments: readonly FixedShipment[],
): readonly OrderLine[][] | { readonly sku: string } {
  const left = lines.filter(({ item }) => item.shippable).map((line) => ({ line, pieces: line.quantity }));
  const allotted: OrderLine[][] = [];
  for (const { origin, lines: wanted } of shipments) {
    const own: OrderLine[] = [];
    for (const { sku: name, quantity } of wanted) {
      let missing = quantity;
      for (const one of left) {
        if (one.line.item.sku !== name || one.pieces === 0 || missing === 0) continue;
        const pieces = Math.min(missing, one.pieces);
        own.push({ ...partOf(one.line, pieces), pinned: origin });
        one.pieces -= pieces;
        missing -= pieces;
      }
      if (missing > 0) return { sku: name };
    }
    allotted.push(own);
  }
  const over = left.find(({ pieces }) => pieces > 0);
  return over ? { sku: over.line.item.sku } : allotted;
}

/** One shipment by each offer that it can be given, and those it can't. */
export interface RatedPart {
  readonly origin: string;
  readonly offers: readonly QuotedOffer[];
  readonly withheld: readonly WithheldOffer[];
}

/**
 * Rates each shipment of a fixed split alone: what conditions, plans and adjustments read is the shipment's, but whether
 * delivery is free is decided by the whole order. Fails as `quote` does; the name of an item whose pieces are not the order's.
 */
export function ratedParts(
  compiled: CompiledSetup,
  request: QuoteRequest,
  shipments: readonly FixedShipment[],
  context: QuoteContext,
): Parsed<readonly RatedPart[] | { readonly sku: string }> {
  const parts: RatedPart[] = [];
  for (const [at, { origin }] of shipments.entries()) {
    let wrong: { readonly sku: string } | undefined;
    const rated = quote(compiled, request, {
      ...context,
      freeByWhole: true,
      altered: (lines) => {
        const allotted = allot(lines, shipments);
        if (!("sku" in allotted)) return allotted[at] ?? [];
        wrong = allotted;
        return [];
      },
    });
    if (!rated.ok) return rated;
    if (wrong) return { ok: true, value: wrong };
    parts.push({ origin, offers: rated.value.offers, withheld: rated.value.withheld });
  }
  return { ok: true, value: parts };
}

/** The offer of each shipment, joined to what the order is charged; or why that can't be. */
export function rateByShipment(
  compiled: CompiledSetup,
  request: QuoteRequest,
  choices: readonly ShipmentChoice[],
  context: QuoteContext,
): Parsed<QuotedOffer | SplitFault> {
  const wanted = { ...request, offers: [...new Set(choices.map(({ offer }) => offer))] };
  const rated = ratedParts(compiled, wanted, choices, context);
  if (!rated.ok) return rated;
  if ("sku" in rated.value) return { ok: true, value: { fault: "pieces", sku: rated.value.sku } };
  const parts: QuotedOffer[] = [];
  for (const [at, { origin, offers, withheld }] of rated.value.entries()) {
    const wish = choices[at]?.offer;
    const given = offers.find(({ offer }) => offer === wish);
    if (!given)
      return {
        ok: true,
        value: { fault: "withheld", origin, withheld: withheld.find(({ offer }) => offer === wish) },
      };
    parts.push(given);
  }
  return { ok: true, value: joined(parts, request.currency ?? currencyOf(compiled, request)) };
}

function currencyOf(compiled: CompiledSetup, { channel }: QuoteRequest): string {
  return compiled.channels.get(channel)?.currency ?? compiled.setup.business.homeCurrency;
}

/** Offers of shipments as one: sums to the minor unit of what each comes to; it is there when the last of them is. */
export function joined(parts: readonly QuotedOffer[], currency: string): QuotedOffer {
  const total = (of: "net" | "tax" | "gross" | "cost" | "margin") =>
    moneyText(sum(parts.map((part) => Decimal.of(part[of]))), currency);
  const distinct = (list: readonly string[]) => [...new Set(list)].join(JOINT);
  const promises = parts.flatMap(({ promise }) => promise ?? []);
  const latest = (of: "earliest" | "latest") =>
    promises
      .map((one) => one[of])
      .sort()
      .at(-1) ?? "";
  return {
    offer: distinct(parts.map(({ offer }) => offer)),
    name: distinct(parts.map(({ name }) => name)),
    net: total("net"),
    tax: total("tax"),
    gross: total("gross"),
    free: parts.every(({ free }) => free),
    cost: total("cost"),
    margin: total("margin"),
    ...(promises.length === parts.length
      ? { promise: { earliest: latest("earliest"), latest: latest("latest") } }
      : {}),
    shipments: parts.flatMap(({ shipments }) => shipments),
    chargeLines: parts.flatMap(({ chargeLines }) => chargeLines),
    parts,
  };
}

/** The choices that an offer charged by shipment was made of. */
export function choicesOf({ parts = [] }: Pick<QuotedOffer, "parts">): ShipmentChoice[] {
  return parts.flatMap(({ offer, shipments }) =>
    shipments.map(({ origin, lines }) => ({ origin, offer, lines: summed(lines) })),
  );
}

/** The shipments of an offer, as a split that is fixed. */
export function splitOf({ shipments }: Pick<QuotedOffer, "shipments">): FixedShipment[] {
  const byOrigin = new Map<string, { sku: string; quantity: number }[]>();
  for (const { origin, lines } of shipments)
    byOrigin.set(origin, [...(byOrigin.get(origin) ?? []), ...lines]);
  return [...byOrigin].map(([origin, lines]) => ({ origin, lines: summed(lines) }));
}

/** Each item once. */
function summed(lines: readonly { readonly sku: string; readonly quantity: number }[]) {
  const pieces = new Map<string, number>();
  for (const line of lines) pieces.set(line.sku, (pieces.get(line.sku) ?? 0) + line.quantity);
  return [...pieces].map(([name, quantity]) => ({ sku: name, quantity }));
}
