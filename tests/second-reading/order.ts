import type { Item } from "@/core/setup/item";
import type { QuoteRequest, RequestLine } from "@/core/quote/request";
import type { Setup } from "@/core/setup/setup";
import { exchange } from "./exchange";
import { Fraction } from "./fraction";
import { sidesOf, weightOf, type Line } from "./goods";
import { isAmong } from "./place";

export type Channel = Setup["channels"][number];
export type Offer = Setup["offers"][number];

/** An order as it is quoted: what does not depend on the offer. */
export interface Order {
  readonly setup: Setup;
  readonly request: QuoteRequest;
  readonly channel: Channel;
  readonly currency: string;
  readonly instant: Date;
  /** `YYYY-MM-DD` by the business's clock. */
  readonly day: string;
  readonly lines: readonly Line[];
  /** The business's tax on delivery: by a rule for the place, or its own percentage. */
  readonly businessTax: { readonly percent: Fraction; readonly isByRule: boolean };
}

export function readOrder(setup: Setup, items: readonly Item[], request: QuoteRequest, now: string): Order {
  const channel = setup.channels.find(({ code }) => code === request.channel)!;
  const instant = new Date(request.placedAt ?? now);
  const day = clockOf(instant, setup.business.timeZone).day;
  const bare = { setup, request, channel, instant, day, currency: request.currency ?? channel.currency };
  const businessTax = deliveryTaxOf(bare);
  const all = request.lines.map((line, index) => readLine({ ...bare, businessTax }, items, line, index));
  return { ...bare, businessTax, lines: all.filter((line) => line !== undefined) };
}

/** The day, the weekday (Monday 1) and the minute of the day on a time zone's clock. */
export function clockOf(instant: Date, timeZone: string) {
  const parts = new Intl.DateTimeFormat("en-GB", {
    timeZone,
    year: "numeric",
    month: "2-digit",
    day: "2-digit",
    hour: "2-digit",
    minute: "2-digit",
    hourCycle: "h23",
  }).formatToParts(instant);
  const part = (type: string) => parts.find((one) => one.type === type)!.value;
  const day = `${part("year")}-${part("month")}-${part("day")}`;
  return { day, minute: Number(part("hour")) * 60 + Number(part("minute")) };
}

export const weekdayOf = (day: string) => new Date(`${day}T00:00:00Z`).getUTCDay() || 7;

type Bare = Omit<Order, "lines" | "businessTax">;

/** The percentage of the first rule that fits the place, channel and day; else the business's. */
function deliveryTaxOf({ setup, request, day }: Bare): Order["businessTax"] {
  const { deliveryTaxes = [], deliveryTaxPercent } = setup.business;
  const rule = deliveryTaxes.find(
    ({ from, to, destinations = [], channels = [], reverseChargeWithTaxId }) =>
      from <= day &&
      (to === undefined || day <= to) &&
      (channels.length === 0 || channels.includes(request.channel)) &&
      (destinations.length === 0 || isAmong(destinations, request.shipTo)) &&
      (!reverseChargeWithTaxId || (request.customer?.taxId ?? "") !== ""),
  );
  const percent = Fraction.of(rule ? (rule.percent ?? "0") : deliveryTaxPercent);
  return { percent, isByRule: rule !== undefined };
}

function readLine(
  order: Omit<Order, "lines">,
  items: readonly Item[],
  asked: RequestLine,
  index: number,
): Line | undefined {
  const { setup, day, currency } = order;
  const item: Partial<Item> = asked.item ?? items.find(({ sku }) => sku === asked.sku)!;
  if (item.shippable === false) return undefined;
  const quantity = Fraction.of(asked.quantity);
  const own = item.currency ?? setup.business.homeCurrency;
  const price =
    asked.unitPrice === undefined
      ? exchange(setup, day, Fraction.of(item.unitPrice ?? "0"), own, currency)
      : Fraction.of(asked.unitPrice);
  const ownTax = asked.taxPercent ?? item.taxPercent;
  // rules by destination are about delivery: goods that say nothing have the business's own percentage
  const tax = Fraction.of(ownTax ?? setup.business.deliveryTaxPercent);
  const paid = price.minus(Fraction.of(asked.discount ?? "0").by(quantity));
  const pins = asked.origins?.map((pin) => [pin.origin, pin.quantity] as const) ?? [];
  return {
    index,
    sku: asked.sku,
    quantity: asked.quantity,
    weight: weightOf(item, setup),
    sides: sidesOf(item),
    goodsClass: item.goodsClass,
    isAlone: item.shipsAlone === true,
    notBy: item.notBy ?? setup.goodsClasses.find(({ code }) => code === item.goodsClass)?.notBy ?? [],
    stock: item.stock && new Map(item.stock.map((at) => [at.origin, at.quantity])),
    tax,
    value: bothWays(order, paid, tax),
    before: bothWays(order, price, tax),
    pins: asked.origin !== undefined ? new Map([[asked.origin, asked.quantity]]) : added(pins),
  };
}

function added(pins: readonly (readonly [string, number])[]): Map<string, number> | undefined {
  const all = new Map<string, number>();
  for (const [origin, pieces] of pins) all.set(origin, (all.get(origin) ?? 0) + pieces);
  return all.size > 0 ? all : undefined;
}

function bothWays({ channel }: { channel: Channel }, price: Fraction, percent: Fraction) {
  const factor = Fraction.one.plus(Fraction.one.percent(percent));
  return channel.pricesIncludeTax
    ? { net: price.by(factor), gross: price }
    : { net: price, gross: price.times(factor) };
}
