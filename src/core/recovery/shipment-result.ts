import { moneyText, roundMoney } from "../money/currency";
import { Decimal } from "../money/decimal";
import { convert, type ExchangeRates } from "../money/exchange";
import { inParts } from "../money/in-parts";
import type { QuotedOffer, QuotedShipment } from "../quote/quote";
import { splitPath } from "../setup/path";
import { rateCellOf, type RateCell } from "./rate-cell";
import type { BreakText } from "../working/reason";
import type { Step } from "../working/step";

/** What shipments are told apart by when one looks back; each has one value of each, which may be that there is none (`""`). */
export const dimensions = [
  "carrier",
  "service",
  "zone",
  "channel",
  "country",
  "offer",
  "origin",
  "break",
  "goodsClass",
  "customerGroup",
] as const;
export type Dimension = (typeof dimensions)[number];

/** Ways in which less is charged, or otherwise than our tables say. */
export const concessions = ["free", "coupon", "by-hand", "waived", "fallback"] as const;
export type Concession = (typeof concessions)[number];

/** The value of a shipment with goods of several classes. */
export const SEVERAL = "~several";

/** An order's delivery as it is charged. */
export interface ChargedDelivery {
  /** Without tax, in `currency`: what all its lines come to, with what was set by hand. */
  readonly charged: string;
  readonly currency: string;
  /** The day of the order, by whose exchange rates it counts. */
  readonly day: string;
  readonly quote: QuotedOffer;
  readonly hasCoupon: boolean;
  /** Somebody set another amount. */
  readonly isByHand: boolean;
}

/** One shipment of it. Money without tax in home currency. */
export interface ShipmentResult {
  readonly position: number;
  /** Where each shipment is charged by an offer of its own: that one. */
  readonly offer: string;
  /** `CHART/ZONE` where a chart told it. */
  readonly zone: string;
  /** The weight break of its buy rate, see {@link breakValue}. */
  readonly break: string;
  readonly goodsClass: string;
  /** Its part of what the order is charged; absent, as `expected` is, without an exchange rate. */
  readonly charged?: string;
  /** What it was expected to cost. */
  readonly expected?: string;
  readonly concessions: readonly Concession[];
  /** The cell of the sell table it was charged by, where it was charged by one and no other. */
  readonly sellCell?: RateCell;
}

/**
 * What each shipment of an order was charged and expected to cost. The order's charge is turned into home currency and rounded,
 * then parted over its shipments by what their own offers charge, else by what they cost (evenly where that is nothing): each
 * part is the difference of two rounded running sums, so that the parts add up to the charge to the cent.
 */
export function shipmentResults(
  delivery: ChargedDelivery,
  tools: {
    readonly exchange: ExchangeRates;
    readonly homeCurrency: string;
    readonly goodsClassOf: (sku: string) => string | undefined;
  },
): ShipmentResult[] {
  const { quote, currency, day } = delivery;
  const conversion = tools.exchange.on(day).find(currency, tools.homeCurrency);
  const home = (amount: string) =>
    conversion && roundMoney(convert(Decimal.of(amount), conversion), tools.homeCurrency);
  const charged = home(delivery.charged);
  const weights = quote.parts?.map(({ net }) => net) ?? quote.shipments.map(({ cost }) => cost);
  const parts = charged && inParts(charged, weights.map(Decimal.of), tools.homeCurrency);
  const steps = stepsOf(quote);
  return quote.shipments.map((shipment, position) => {
    const own = steps[position] ?? [];
    const [part, expected, cell] = [parts?.[position], home(shipment.cost), rateCellOf(own, "sell")];
    return {
      position,
      offer: quote.parts?.[position]?.offer ?? quote.offer,
      zone: zoneOf(shipment, own),
      break: breakOf(own),
      goodsClass: goodsClassOf(shipment, tools.goodsClassOf),
      ...(part ? { charged: moneyText(part, tools.homeCurrency) } : {}),
      ...(expected ? { expected: moneyText(expected, tools.homeCurrency) } : {}),
      concessions: concessionsOf(delivery, own),
      ...(cell ? { sellCell: cell } : {}),
    };
  });
}

/** The steps of each shipment of an offer; with them those of the order as a whole. */
function stepsOf(quote: QuotedOffer): Step[][] {
  // where each shipment is charged by an offer of its own, each part counts its one shipment from 0
  if (quote.parts) return quote.parts.map(({ working }) => [...(working ?? [])]);
  const all = quote.working ?? [];
  return quote.shipments.map((_, at) =>
    all.filter(({ shipment }) => shipment === undefined || shipment === at),
  );
}

function zoneOf({ zone }: QuotedShipment, steps: readonly Step[]): string {
  for (const { code, station, inputs, source = "" } of steps) {
    const [, chart] = splitPath(source);
    if (code === "zone-found" && station !== "plan" && chart) return `${chart}/${inputs.zone}`;
  }
  return zone ?? "";
}

function breakOf(steps: readonly Step[]): string {
  for (const { code, station, inputs } of steps)
    if (code === "break-found" && station !== "plan") return breakValue(inputs.break);
  return "";
}

/** A break as one text, for telling breaks apart: lower edge, upper edge, unit, boundary, an edge that is not there empty. */
export function breakValue({ lower = "", upper = "", unit, boundary }: BreakText): string {
  return [lower, upper, unit, boundary].join("|");
}

/** A break from its text; `undefined` for what {@link breakValue} does not make. */
export function readBreakValue(value: string): BreakText | undefined {
  const [lower, upper, unit, boundary, ...more] = value.split("|");
  if (!unit || (boundary !== "upTo" && boundary !== "from") || more.length > 0) return undefined;
  return { ...(lower ? { lower } : {}), ...(upper ? { upper } : {}), unit, boundary };
}

function goodsClassOf({ lines }: QuotedShipment, of: (sku: string) => string | undefined): string {
  const classes = new Set(lines.map(({ sku }) => of(sku) ?? ""));
  const [first = "", ...more] = classes;
  return more.length > 0 ? SEVERAL : first;
}

function concessionsOf(
  { charged, hasCoupon, isByHand }: ChargedDelivery,
  steps: readonly Step[],
): Concession[] {
  const has = (code: Step["code"]) => steps.some((step) => step.code === code);
  const isWaived = isByHand && Decimal.of(charged).sign === 0;
  const found: Record<Concession, boolean> = {
    free: !isByHand && (has("free-given") || has("plan-free")),
    coupon: hasCoupon,
    "by-hand": isByHand && !isWaived,
    waived: isWaived,
    fallback: has("live-fallback"),
  };
  return concessions.filter((one) => found[one]);
}
