import type { Item } from "@/core/setup/item";
import type { QuotedShipment } from "@/core/quote/quote";
import type { QuoteRequest } from "@/core/quote/request";
import type { Setup } from "@/core/setup/setup";
import { isBarred, type Shipment } from "./buy";
import { minorDigits } from "./exchange";
import { exceptionFor } from "./exception";
import { Fraction } from "./fraction";
import { parcelsOf } from "./goods";
import { readOrder, type Offer, type Order } from "./order";
import { isServed } from "./place";
import { attempt, Refusal } from "./refusal";
import { Selling, type Sold } from "./sell";
import { Sourcing } from "./sourcing";

export interface Given {
  readonly offer: string;
  readonly net: string;
  readonly tax: string;
  readonly gross: string;
  readonly free: boolean;
  readonly freeFrom?: { readonly threshold: string; readonly missing: string };
  readonly cost: string;
  readonly promise?: { readonly earliest: string; readonly latest: string };
  readonly shipments: readonly QuotedShipment[];
}

export interface Reading {
  readonly offers: readonly Given[];
  readonly withheld: readonly { readonly offer: string; readonly reason: string }[];
}

/** The whole of a quote, read from the rules a second time. */
export function readQuote(setup: Setup, items: readonly Item[], request: QuoteRequest, now: string): Reading {
  const order = readOrder(setup, items, request, now);
  if (order.lines.length === 0) return { offers: [], withheld: [] };
  const asked = setup.offers.filter(
    ({ code, channels }) =>
      channels.includes(request.channel) && (!request.offers || request.offers.includes(code)),
  );
  const results = asked.map((offer) => ({ offer, result: attempt(() => quoted(order, offer)) }));
  const withheld = results.flatMap(({ offer, result }) =>
    "refused" in result ? [{ offer: offer.code, reason: result.refused.reason as string }] : [],
  );
  const given = results.flatMap(({ offer, result }) =>
    "value" in result ? [{ offer, ...result.value }] : [],
  );
  const needless = new Set(
    order.channel.whenFree === "dropSlowerOrEqual" ? given.filter((one) => isNeedless(one, given)) : [],
  );
  return {
    offers: given.filter((one) => !needless.has(one)).map((one) => shown(order, one)),
    withheld: [
      ...withheld,
      ...[...needless].map(({ offer }) => ({ offer: offer.code, reason: "free-offer-given" })),
    ],
  };
}

interface Quoted {
  readonly sold: Sold;
  readonly shipments: readonly Shipment[];
}

type Made = Quoted & { readonly offer: Offer };

const unknown = "9999";
const latestOf = ({ shipments }: Quoted) =>
  shipments.map(({ promise }) => promise?.latest ?? unknown).reduce((a, b) => (a > b ? a : b));

function isNeedless(one: Made, all: readonly Made[]): boolean {
  if (one.sold.isFree) return false;
  return all.some(
    (other) =>
      other.sold.isFree &&
      other.offer.tier !== "collection" &&
      latestOf(one) !== unknown &&
      latestOf(other) !== unknown &&
      latestOf(one) >= latestOf(other),
  );
}

function quoted(order: Order, offer: Offer): Quoted {
  mayBeOffered(order, offer);
  const shipments = new Sourcing(order, offer).best();
  return { shipments, sold: new Selling(order, offer, shipments).sold() };
}

function mayBeOffered(order: Order, offer: Offer): void {
  const { request, lines } = order;
  if (!offer.active) throw new Refusal("inactive");
  if (!isServed(offer.destinations ?? {}, request.shipTo)) throw new Refusal("destination");
  if (request.shipTo.poBox && offer.poBox === false) throw new Refusal("po-box");
  if (lines.some(({ goodsClass }) => isBarred(goodsClass, offer))) throw new Refusal("goods-class");
  if (lines.some((line) => exceptionFor(order, offer, line)?.do === "ban")) throw new Refusal("item-banned");
  const { customerGroups = [], couponOnly } = offer;
  if (customerGroups.length > 0 && !customerGroups.includes(request.customer?.group ?? ""))
    throw new Refusal("customer-group");
  if (couponOnly !== undefined && request.coupon !== couponOnly) throw new Refusal("coupon");
}

/** Kilograms without zeros at the end; a pound has eight digits after the point, a density adds some. */
const plainText = (weight: Fraction) => weight.text(24).replace(/\.?0+$/, "");

function shown({ currency }: Order, { offer, sold, shipments }: Made): Given {
  const text = (amount: Fraction) => amount.text(minorDigits(currency));
  const promises = shipments.map(({ promise }) => promise);
  const last = (days: readonly string[]) => days.reduce((a, b) => (a > b ? a : b));
  return {
    offer: offer.code,
    net: text(sold.net),
    tax: text(sold.tax),
    gross: text(sold.gross),
    free: sold.isFree,
    ...(sold.freeFrom ? { freeFrom: sold.freeFrom } : {}),
    cost: text(Fraction.sum(shipments.map(({ cost }) => cost))),
    ...(promises.every((one) => one)
      ? {
          promise: {
            earliest: last(promises.map((one) => one!.earliest)),
            latest: last(promises.map((one) => one!.latest)),
          },
        }
      : {}),
    shipments: shipments.map(({ origin, service, zone, cost, load, chargeable }) => ({
      origin: origin.code,
      service: service.code,
      ...(zone === undefined ? {} : { zone }),
      parcels: parcelsOf(load).length,
      ...(chargeable ? { chargeableWeight: plainText(chargeable) } : {}),
      cost: text(cost),
      lines: load.map(({ line, pieces }) => ({ sku: line.sku, quantity: pieces })),
    })),
  };
}
