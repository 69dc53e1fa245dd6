import type { Condition } from "@/core/setup/condition";
import type { Measure } from "@/core/setup/measure";
import type { Destination } from "@/core/setup/primitives";
import { list, unitName } from "./figures";

type MeasureCondition = Extract<Condition, { measure: Measure }>;

/** What a measure is called, and what its figure is followed by. */
const measures: Readonly<Record<Measure, { name: string; unit: string; basis?: string }>> = {
  quantity: { name: "pieces", unit: "" },
  lines: { name: "lines", unit: "" },
  parcels: { name: "parcels", unit: "" },
  actualWeight: { name: "actual weight", unit: "kg" },
  chargeableWeight: { name: "chargeable weight", unit: "kg" },
  volume: { name: "volume", unit: "m3" },
  longestSide: { name: "longest side", unit: "cm" },
  distance: { name: "distance", unit: "km" },
  goodsValue: { name: "goods", unit: "money", basis: "without tax" },
  goodsValueIncTax: { name: "goods", unit: "money", basis: "with tax" },
  goodsValueBeforeDiscount: { name: "goods before discounts", unit: "money", basis: "without tax" },
  goodsValueBeforeDiscountIncTax: { name: "goods before discounts", unit: "money", basis: "with tax" },
  cost: { name: "cost", unit: "money" },
};

const weekdays = ["", "Monday", "Tuesday", "Wednesday", "Thursday", "Friday", "Saturday", "Sunday"];

const sides = {
  "<": "under",
  "<=": "up to and including",
  ">": "over",
  ">=": "at or above",
  "=": "exactly",
} as const;

/** A measure's name with the tax basis it is counted on. */
export function measureName(measure: Measure): string {
  const { name, basis } = measures[measure];
  return basis === undefined ? name : `${name} ${basis}`;
}

const ones: Partial<Record<Measure, string>> = { quantity: "piece", lines: "line", parcels: "parcel" };

/** What an amount of a term is for: "per kg of actual weight", "per piece". */
export function perMeasure(measure: Measure, unit: string | undefined): string {
  const one = ones[measure];
  if (one !== undefined) return `per ${one}`;
  const usual = measures[measure].unit;
  const shown = unit ?? (usual === "money" ? "" : usual);
  return shown === "" ? `per ${measureName(measure)}` : `per ${unitName(shown)} of ${measureName(measure)}`;
}

/** A destination as it is read: "EE-79", "SE 62*", "anywhere". */
export function destinationWords({ country, subdivision, postcode }: Destination): string {
  return [subdivision ?? (country === "*" ? "anywhere" : country), postcode].filter(Boolean).join(" ");
}

/**
 * A condition in plain words, with its unit, the side each boundary is on and the tax basis: "goods at or above 75 EUR
 * without tax". Money is of the currency given: the business's own.
 */
export function conditionSentence(condition: Condition, currency: string): string {
  if ("measure" in condition) return measureSentence(condition, currency);
  if ("not" in condition) return notSentence(condition.not, currency);
  if ("country" in condition) return `to ${list(condition.country, "or")}`;
  if ("destination" in condition) return `to ${list(condition.destination.map(destinationWords), "or")}`;
  if ("zone" in condition)
    return `to ${condition.zone.length === 1 ? "zone" : "zones"} ${list(condition.zone, "or")} of ${condition.chart}`;
  if ("channel" in condition) return `by the channel ${list(condition.channel, "or")}`;
  if ("origin" in condition) return `only from ${list(condition.origin, "or")}`;
  if ("customerGroup" in condition) return `for customers of ${list(condition.customerGroup, "or")}`;
  if ("goodsClass" in condition) return classSentence(condition);
  if ("coupon" in condition) return `with the coupon ${list(condition.coupon, "or")}`;
  if ("weekday" in condition)
    return `ordered on ${list(
      condition.weekday.map((day) => weekdays[day] ?? String(day)),
      "or",
    )}`;
  if ("cashOnDelivery" in condition)
    return condition.cashOnDelivery ? "with cash on delivery" : "without cash on delivery";
  return condition.poBox ? "to a PO box" : "not to a PO box";
}

function notSentence(condition: Condition, currency: string): string {
  if ("goodsClass" in condition && condition.in === "any")
    return `without goods of ${list(condition.goodsClass, "or")}`;
  const plain = conditionSentence(condition, currency);
  return /^(to|by|only|for) /.test(plain) ? `not ${plain}` : `not (${plain})`;
}

function measureSentence(condition: MeasureCondition, currency: string): string {
  const { name, unit, basis } = measures[condition.measure];
  const shown = unit === "money" ? currency : unitName(condition.unit ?? unit);
  const after = [shown, basis].filter(Boolean).join(" ");
  const figure = (text: string) => [text, after].filter(Boolean).join(" ");
  if ("op" in condition) return `${name} ${sides[condition.op]} ${figure(condition.value)}`;
  const [low, high] = condition.between;
  const from = condition.ends.startsWith("[") ? "from and including" : "over";
  const to = condition.ends.endsWith("]") ? "up to and including" : "under";
  return `${name} ${from} ${low} and ${to} ${figure(high)}`;
}

function classSentence({ goodsClass, in: how }: Extract<Condition, { goodsClass: string[] }>): string {
  if (how === "only") return `with nothing but ${list(goodsClass, "or")}`;
  return how === "all"
    ? `with goods of each of ${list(goodsClass)}`
    : `with goods of ${list(goodsClass, "or")}`;
}

/** All conditions of a rule together; none at all is "always". */
export function conditionsSentence(conditions: readonly Condition[], currency: string): string {
  if (conditions.length === 0) return "always";
  return list(conditions.map((condition) => conditionSentence(condition, currency)));
}
