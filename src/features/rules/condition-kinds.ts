import type { Condition } from "@/core/setup/condition";
import { unitsOfMeasure, type Measure } from "@/core/setup/measures";

/** What a condition asks about. */
export const conditionKinds = {
  measure: "a measure",
  country: "the country",
  destination: "the destination",
  zone: "the zone",
  goodsClass: "the goods class",
  channel: "the channel",
  origin: "the origin",
  customerGroup: "the customer group",
  coupon: "the coupon",
  weekday: "the day of the week",
  cashOnDelivery: "cash on delivery",
  poBox: "a PO box",
} as const;
export type ConditionKind = keyof typeof conditionKinds;

export type PlainCondition = Exclude<Condition, { not: Condition }>;
export type MeasureCondition = Extract<PlainCondition, { measure: Measure }>;

/** What a new condition can start from. */
export interface RuleChoices {
  readonly country: string;
  readonly origins: readonly Choice[];
  readonly channels: readonly Choice[];
  readonly goodsClasses: readonly Choice[];
  readonly charts: readonly {
    readonly code: string;
    readonly name: string;
    readonly zones: readonly Choice[];
  }[];
}

export interface Choice {
  readonly value: string;
  readonly name: string;
}

/** A condition without the "not"s around it, and whether it holds when the inner one does not. */
export function unwrapped(condition: Condition): {
  readonly plain: PlainCondition;
  readonly negated: boolean;
} {
  if (!("not" in condition)) return { plain: condition, negated: false };
  const { plain, negated } = unwrapped(condition.not);
  return { plain, negated: !negated };
}

export function wrapped(plain: PlainCondition, negated: boolean): Condition {
  return negated ? { not: plain } : plain;
}

export function kindOf(plain: PlainCondition): ConditionKind {
  const kinds = Object.keys(conditionKinds) as ConditionKind[];
  return kinds.find((kind) => kind in plain) ?? "measure";
}

/** A first condition of a kind, as plain as it can be; `undefined` when there is nothing it could name. */
export function beginCondition(kind: ConditionKind, choices: RuleChoices): PlainCondition | undefined {
  const first = (list: readonly Choice[]) => (list[0] ? [list[0].value] : undefined);
  switch (kind) {
    case "measure":
      return withMeasure({ op: ">", value: "0" }, "actualWeight");
    case "country":
      return { country: [choices.country] };
    case "destination":
      return { destination: [{ country: choices.country }] };
    case "customerGroup":
      return { customerGroup: ["dealer"] };
    case "coupon":
      return { coupon: ["CODE"] };
    case "weekday":
      return { weekday: [6, 7] };
    case "cashOnDelivery":
      return { cashOnDelivery: true };
    case "poBox":
      return { poBox: true };
    case "zone": {
      const chart = choices.charts.find((one) => one.zones.length > 0);
      return chart && { zone: first(chart.zones) ?? [], chart: chart.code };
    }
    case "goodsClass": {
      const classes = first(choices.goodsClasses);
      return classes && { goodsClass: classes, in: "any" };
    }
    case "channel": {
      const channel = first(choices.channels);
      return channel && { channel };
    }
    case "origin": {
      const origin = first(choices.origins);
      return origin && { origin };
    }
  }
}

type Bound =
  | { readonly op: "<" | "<=" | ">" | ">=" | "="; readonly value: string }
  | { readonly between: [string, string]; readonly ends: "(]" | "[)" | "[]" | "()" };

/** A bound on a measure, in the unit asked for where it fits, else in the measure's usual one. */
export function withMeasure(bound: Bound, measure: Measure, unit?: string): PlainCondition {
  const units = unitsOfMeasure[measure];
  const fitting = unit !== undefined && units?.includes(unit) ? unit : units?.[0];
  return { measure, ...(fitting === undefined ? {} : { unit: fitting }), ...bound };
}

/** The ways a measure is bounded, each with the side its edge is on. */
export const boundNames = {
  "<": "under",
  "<=": "up to and including",
  ">": "over",
  ">=": "at or above",
  "=": "exactly",
  "(]": "over … up to and including",
  "[)": "from and including … under",
  "[]": "from … to, both included",
  "()": "over … under, neither included",
} as const;
export type BoundName = keyof typeof boundNames;

/** The same figures with another bound: one figure becomes two ends, two become the lower. */
export function rebound(plain: MeasureCondition, name: BoundName): PlainCondition {
  const low = "value" in plain ? plain.value : plain.between[0];
  const high = "value" in plain ? String(Number(plain.value) + 1) : plain.between[1];
  const bound: Bound =
    name === "(]" || name === "[)" || name === "[]" || name === "()"
      ? { between: [low, high], ends: name }
      : { op: name, value: low };
  return withMeasure(bound, plain.measure, plain.unit);
}
