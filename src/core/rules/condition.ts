import { convert } from "../money/exchange";
import { Decimal } from "../money/decimal";
import type { Condition } from "../setup/condition";
import type { Measure } from "../setup/measure";
import type { CompiledChart } from "../zones/compiled-chart";
import { compilePlace, isIn } from "../zones/compiled-place";
import type { Facts } from "./facts";
import { basePerUnit, dimensionOf, isMissing, measured, type Missing } from "./measured";

/** Whether a condition holds, or the figure it can't be decided without. */
export type Verdict = boolean | Missing;

/** A condition, read once. */
export interface CompiledCondition {
  readonly condition: Condition;
  readonly test: (facts: Facts) => Verdict;
  /** Set where it asks for goods of at least, or over, a value: what a buyer can still reach. */
  readonly goal?: Goal;
}

export interface Goal {
  readonly measure: Measure;
  readonly op: ">=" | ">";
  /** Money of the home currency. */
  readonly value: Decimal;
}

export type Charts = ReadonlyMap<string, CompiledChart>;

/** Reads conditions that passed the schema and whose codes were followed. */
export function compileConditions(
  conditions: readonly Condition[] | undefined,
  charts: Charts,
): CompiledCondition[] {
  return (conditions ?? []).map((condition) => compileCondition(condition, charts));
}

export function compileCondition(condition: Condition, charts: Charts): CompiledCondition {
  const goal = goalOf(condition);
  return { condition, test: tester(condition, charts), ...(goal ? { goal } : {}) };
}

/**
 * Whether all conditions hold: one that does not decides, whatever is missing for the others; none at all hold.
 */
export function allHold(conditions: readonly CompiledCondition[], facts: Facts): Verdict {
  let missing: Missing | undefined;
  for (const { test } of conditions) {
    const verdict = test(facts);
    if (verdict === false) return false;
    if (isMissing(verdict)) missing ??= verdict;
  }
  return missing ?? true;
}

/** Whether any condition holds: one that does decides, whatever is missing for the others; of none, none does. */
export function anyHolds(conditions: readonly CompiledCondition[], facts: Facts): Verdict {
  let missing: Missing | undefined;
  for (const { test } of conditions) {
    const verdict = test(facts);
    if (verdict === true) return true;
    if (isMissing(verdict)) missing ??= verdict;
  }
  return missing ?? false;
}

const opposite = { "<": ">=", "<=": ">" } as const;

/** "Not under 75" asks for as much as "at least 75" does. */
function goalOf(condition: Condition): Goal | undefined {
  if ("not" in condition) {
    const inner = condition.not;
    return "op" in inner && (inner.op === "<" || inner.op === "<=")
      ? goalOf({ measure: inner.measure, op: opposite[inner.op], value: inner.value })
      : undefined;
  }
  if (!("measure" in condition) || !("op" in condition) || !condition.measure.startsWith("goodsValue"))
    return undefined;
  const { measure, op, value } = condition;
  return op === ">=" || op === ">" ? { measure, op, value: Decimal.of(value) } : undefined;
}

type Test = CompiledCondition["test"];

function tester(condition: Condition, charts: Charts): Test {
  if ("measure" in condition) return measureTest(condition);
  if ("not" in condition) {
    const inner = tester(condition.not, charts);
    return (facts) => {
      const verdict = inner(facts);
      return typeof verdict === "boolean" ? !verdict : verdict;
    };
  }
  if ("zone" in condition) return zoneTest(condition, charts);
  if ("goodsClass" in condition) return goodsClassTest(condition);
  if ("destination" in condition) {
    const places = condition.destination.map(compilePlace);
    return ({ journey }) => places.some((place) => isIn(place, journey.place));
  }
  if ("origin" in condition) {
    const origins = new Set(condition.origin);
    // an order that leaves from two places leaves "from Tartu" only when both are Tartu
    return (facts) => facts.origins.length > 0 && facts.origins.every((origin) => origins.has(origin));
  }
  return orderTest(condition);
}

type MeasureCondition = Extract<Condition, { measure: Measure }>;

/** Compares a measure with one figure or two; money of the setup is money of the home currency. */
function measureTest(condition: MeasureCondition): Test {
  const { measure, unit } = condition;
  const isMoney = dimensionOf(measure) === "money";
  const base = basePerUnit(measure, unit);
  const figure = (text: string) => Decimal.of(text).times(base);
  const bounds = boundsOf(condition).map(({ value, ...sides }) => ({ ...sides, value: figure(value) }));
  return (facts) => {
    const value = measured(measure, facts);
    if (isMissing(value)) return value;
    for (const { value: typed, allows } of bounds) {
      const limit = isMoney ? inQuoteCurrency(typed, facts) : typed;
      if (isMissing(limit)) return limit;
      if (!allows.includes(value.settled().compare(limit.settled()))) return false;
    }
    return true;
  };
}

interface Bound {
  readonly value: string;
  /** The results of comparing the measure with the figure that let the condition hold. */
  readonly allows: readonly number[];
}

const allowedBy = { "<": [-1], "<=": [-1, 0], ">": [1], ">=": [1, 0], "=": [0] } as const;

/** A condition on a measure as one bound or two; `ends` tells which ends of a between are in. */
export function boundsOf(condition: MeasureCondition): Bound[] {
  if ("op" in condition) return [{ value: condition.value, allows: allowedBy[condition.op] }];
  const [low, high] = condition.between;
  return [
    { value: low, allows: condition.ends.startsWith("[") ? [1, 0] : [1] },
    { value: high, allows: condition.ends.endsWith("]") ? [-1, 0] : [-1] },
  ];
}

/** Money of the home currency in the quote's, not rounded. */
export function inQuoteCurrency(home: Decimal, { journey }: Facts): Decimal | Missing {
  return journey.fromHome ? convert(home, journey.fromHome) : "no-exchange-rate";
}

/** A chart that is for other origins, or does not serve the place, has no zone that could be in the list. */
function zoneTest(condition: Extract<Condition, { zone: string[] }>, charts: Charts): Test {
  const zones = new Set(condition.zone);
  const chart = charts.get(condition.chart);
  return ({ journey, origins }) => {
    if (!chart || (chart.origins && origins.some((origin) => !chart.origins?.has(origin)))) return false;
    const zone = chart.index.find(journey.place)?.zone;
    return typeof zone === "string" && zones.has(zone);
  };
}

/** `any`: some piece is of one of the classes; `all`: each of the classes occurs; `only`: every piece is of one of them. */
function goodsClassTest(condition: Extract<Condition, { goodsClass: string[] }>): Test {
  const classes = new Set(condition.goodsClass);
  const isOne = (goodsClass: string | undefined) => goodsClass !== undefined && classes.has(goodsClass);
  return ({ measures: { goods } }) => {
    if (condition.in === "any") return goods.some((line) => isOne(line.item.goodsClass));
    if (condition.in === "only") return goods.every((line) => isOne(line.item.goodsClass));
    return condition.goodsClass.every((code) => goods.some((line) => line.item.goodsClass === code));
  };
}

type OrderCondition = Extract<
  Condition,
  | { country: string[] }
  | { channel: string[] }
  | { customerGroup: string[] }
  | { coupon: string[] }
  | { weekday: number[] }
  | { cashOnDelivery: boolean }
  | { poBox: boolean }
>;

function orderTest(condition: OrderCondition): Test {
  if ("cashOnDelivery" in condition)
    return ({ journey }) => journey.needs.cashOnDelivery === condition.cashOnDelivery;
  if ("poBox" in condition) return ({ journey }) => journey.needs.poBox === condition.poBox;
  if ("country" in condition) return ({ journey }) => condition.country.includes(journey.place.country);
  if ("channel" in condition) return ({ journey }) => condition.channel.includes(journey.channel);
  if ("weekday" in condition) return ({ journey }) => condition.weekday.includes(journey.weekday);
  if ("coupon" in condition)
    return ({ journey }) => journey.coupon !== undefined && condition.coupon.includes(journey.coupon);
  return ({ journey }) =>
    journey.customerGroup !== undefined && condition.customerGroup.includes(journey.customerGroup);
}
