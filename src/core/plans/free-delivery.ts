import { minorUnit, moneyText } from "../money/currency";
import { convert } from "../money/exchange";
import { Decimal } from "../money/decimal";
import {
  allHold,
  anyHolds,
  compileConditions,
  type Charts,
  type CompiledCondition,
} from "../rules/condition";
import type { Facts } from "../rules/facts";
import { isMissing, measured } from "../rules/measured";
import type { Measure } from "../setup/measure";
import type { Offer } from "../setup/offer";

/** When an offer is free, read once. */
export interface CompiledFree {
  readonly how: "anyOf" | "allOf";
  readonly conditions: readonly CompiledCondition[];
  readonly path: string;
}

/** What is missing until an offer is free; money text in the quote's currency, on the tax basis of the condition. */
export interface FreeFrom {
  readonly threshold: string;
  readonly missing: string;
}

/** With the goods value it is counted on. */
export interface FreeGap extends FreeFrom {
  readonly measure: Measure;
}

export function compileFree(free: NonNullable<Offer["free"]>, charts: Charts, path: string): CompiledFree {
  return "anyOf" in free
    ? { how: "anyOf", conditions: compileConditions(free.anyOf, charts), path: `${path}/anyOf` }
    : { how: "allOf", conditions: compileConditions(free.allOf, charts), path: `${path}/allOf` };
}

/** Whether the offer is free; a condition that can't be decided does not make it so. */
export function isFree({ how, conditions }: CompiledFree, facts: Facts): boolean {
  return (how === "anyOf" ? anyHolds : allHold)(conditions, facts) === true;
}

/**
 * How much more goods make the offer free, when a goods value of at least (or over) some figure is the only thing
 * missing: of `anyOf` the one that is nearest, of `allOf` the only one that does not hold. Over a figure is a minor
 * unit more than at it; what is missing is rounded up to the minor unit, so that it suffices.
 */
export function freeFrom({ how, conditions }: CompiledFree, facts: Facts): FreeGap | undefined {
  const open = conditions.filter(({ test }) => test(facts) !== true);
  if (how === "allOf" && open.length !== 1) return undefined;
  let nearest: { missing: Decimal; threshold: Decimal; measure: Measure } | undefined;
  for (const { goal } of open) {
    const gap = goal && gapTo(goal, facts);
    if (gap && (!nearest || gap.missing.lessThan(nearest.missing))) nearest = gap;
  }
  const { currency } = facts.journey;
  return (
    nearest && {
      threshold: moneyText(nearest.threshold, currency),
      missing: moneyText(nearest.missing, currency),
      measure: nearest.measure,
    }
  );
}

function gapTo(goal: NonNullable<CompiledCondition["goal"]>, facts: Facts) {
  const { fromHome, currency } = facts.journey;
  const value = measured(goal.measure, facts);
  if (isMissing(value) || !fromHome) return undefined;
  const threshold = convert(goal.value, fromHome);
  const digits = minorUnit(currency);
  const exact = threshold.minus(value).settled();
  const gap = exact.rounded(digits, "ceiling");
  const { measure } = goal;
  if (goal.op === ">=") return { threshold, missing: gap, measure };
  const oneMore = Decimal.of(`0.${"0".repeat(Math.max(0, digits - 1))}1`);
  const minor = digits === 0 ? Decimal.one : oneMore;
  // over it: the first whole minor unit beyond the gap
  const floor = exact.rounded(digits, "floor");
  return { threshold, missing: floor.plus(minor), measure };
}
