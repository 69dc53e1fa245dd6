import type { Condition } from "@/core/setup/condition";
import type { Setup } from "@/core/setup/setup";
import { Fraction } from "./fraction";
import type { Load } from "./goods";
import type { Order } from "./order";
import { weekdayOf } from "./order";
import { isAmong, zoneOf } from "./place";
import { attempt } from "./refusal";
import { unitOf } from "./table";

/** What conditions, terms and amounts read: an order, or a shipment of it. */
export interface Asked {
  readonly order: Order;
  readonly load: Load;
  /** The origins of the shipments, in their order. */
  readonly origins: readonly string[];
  /** The currency that amounts here are typed in. */
  readonly currency: string;
  /** The day weekdays are told by. */
  readonly day: string;
  readonly measure: (measure: string, currency: string) => Fraction;
}

/** Whether all hold. What lacks a figure is neither so nor not: it decides only where nothing else says no. */
export function allHold(conditions: readonly Condition[], asked: Asked): boolean {
  const answers = conditions.map((one) => attempt(() => holds(one, asked)));
  if (answers.some((answer) => "value" in answer && !answer.value)) return false;
  const open = answers.find((answer) => "refused" in answer);
  if (open && "refused" in open) throw open.refused;
  return true;
}

export function holds(condition: Condition, asked: Asked): boolean {
  const { order, load, origins } = asked;
  const { request, setup } = order;
  if ("not" in condition) return !holds(condition.not, asked);
  if ("measure" in condition) return measureHolds(condition, asked);
  if ("country" in condition) return condition.country.includes(request.shipTo.country);
  if ("destination" in condition) return isAmong(condition.destination, request.shipTo);
  if ("zone" in condition) return zoneHolds(condition, setup, origins, asked);
  if ("channel" in condition) return condition.channel.includes(request.channel);
  if ("origin" in condition) return origins.every((origin) => condition.origin.includes(origin));
  if ("customerGroup" in condition) return condition.customerGroup.includes(request.customer?.group ?? "");
  if ("goodsClass" in condition) return classHolds(condition, load);
  if ("coupon" in condition) return condition.coupon.includes(request.coupon ?? "");
  if ("weekday" in condition) return condition.weekday.includes(weekdayOf(asked.day));
  if ("cashOnDelivery" in condition) return condition.cashOnDelivery === (request.cashOnDelivery ?? false);
  return condition.poBox === (request.shipTo.poBox ?? false);
}

function zoneHolds(
  { zone, chart }: { zone: readonly string[]; chart: string },
  setup: Setup,
  origins: readonly string[],
  { order }: Asked,
): boolean {
  const found = zoneOf(setup, chart, origins, order.request.shipTo);
  return "zone" in found && zone.includes(found.zone);
}

function classHolds(
  { goodsClass, in: how }: { goodsClass: readonly string[]; in: "any" | "all" | "only" },
  load: Load,
): boolean {
  const there = load.filter(({ pieces }) => pieces > 0).map(({ line }) => line.goodsClass);
  const isNamed = (own: string | undefined) => own !== undefined && goodsClass.includes(own);
  if (how === "any") return there.some(isNamed);
  return how === "all" ? goodsClass.every((one) => there.includes(one)) : there.every(isNamed);
}

type Measured = Extract<Condition, { measure: string }>;

function measureHolds(condition: Measured, asked: Asked): boolean {
  const { measure, unit } = condition;
  const base = asked.measure(measure, asked.currency);
  const value = unit === undefined ? base : base.by(unitOf(measure, unit));
  const against = (text: string) => value.against(Fraction.of(text));
  if ("between" in condition) {
    const [low, high] = condition.between.map(against) as [number, number];
    const { ends } = condition;
    return (ends.startsWith("[") ? low >= 0 : low > 0) && (ends.endsWith("]") ? high <= 0 : high < 0);
  }
  const side = against(condition.value);
  return { "<": side < 0, "<=": side <= 0, ">": side > 0, ">=": side >= 0, "=": side === 0 }[condition.op];
}
