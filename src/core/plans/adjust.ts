import { moneyText } from "../money/currency";
import { convert } from "../money/exchange";
import { Decimal } from "../money/decimal";
import { compileAmount, type AmountBasis, type CompiledAmount } from "../rules/amount";
import { allHold, compileConditions, type Charts, type CompiledCondition } from "../rules/condition";
import type { Facts } from "../rules/facts";
import { isMissing } from "../rules/measured";
import type { Offer } from "../setup/offer";
import { given, refused, type Outcome } from "../working/reason";
import type { Trace } from "../working/step";
import { explainCostTax } from "./explain-cost-tax";
import type { Part } from "./part";
import { rejectPlan, type SellContext } from "./sell-context";

interface CompiledAddition {
  readonly name: string;
  readonly when: readonly CompiledCondition[];
  readonly amount: CompiledAmount;
  readonly chargeType: string | undefined;
  readonly showSeparately: boolean;
  readonly path: string;
}

export type CompiledRounding =
  | { readonly kind: "step"; readonly step: Decimal; readonly mode: "up" | "nearest" }
  | { readonly kind: "ending"; readonly ending: Decimal; readonly every: Decimal };

/** An offer's adjustments, read once. Amounts are money of the offer's currency; a rounding is of the quote's. */
export interface CompiledAdjustments {
  readonly marginPercent: Decimal | undefined;
  readonly additions: readonly CompiledAddition[];
  readonly minimum: Decimal | undefined;
  readonly maximum: Decimal | undefined;
  readonly rounding: CompiledRounding | undefined;
  readonly path: string;
}

/** An addition as it came out, in the quote's currency, not rounded. */
export interface Addition {
  readonly name: string;
  readonly chargeType: string | undefined;
  readonly showSeparately: boolean;
  readonly amount: Decimal;
}

export interface Adjusted {
  readonly amount: Decimal;
  readonly additions: readonly Addition[];
}

export function compileAdjustments(
  adjust: NonNullable<Offer["adjust"]>,
  charts: Charts,
  path: string,
): CompiledAdjustments {
  const bound = (text: string | undefined) => (text === undefined ? undefined : Decimal.of(text));
  return {
    marginPercent: bound(adjust.marginPercent),
    additions: (adjust.additions ?? []).map((addition, index) => ({
      name: addition.name,
      when: compileConditions(addition.when, charts),
      amount: compileAmount(addition.amount),
      chargeType: addition.chargeType,
      showSeparately: addition.showSeparately === true,
      path: `${path}/additions/${index}`,
    })),
    minimum: bound(adjust.minimum),
    maximum: bound(adjust.maximum),
    rounding: adjust.rounding && compileRounding(adjust.rounding),
    path,
  };
}

function compileRounding(rounding: NonNullable<NonNullable<Offer["adjust"]>["rounding"]>): CompiledRounding {
  if ("step" in rounding) return { kind: "step", step: Decimal.of(rounding.step), mode: rounding.mode };
  const ending = Decimal.of(rounding.ending);
  let every = Decimal.one;
  while (!every.moreThan(ending)) every = every.times(Decimal.whole(10));
  return { kind: "ending", ending, every };
}

/**
 * To a multiple of a step, or up to the next amount that ends as wished: `0.90` every 1, `4.90` every 10, `95` every
 * 100. An amount that already ends so stays.
 */
export function roundCharge(amount: Decimal, rounding: CompiledRounding): Decimal {
  const exact = amount.settled();
  if (rounding.kind === "step")
    return exact.roundedToStep(rounding.step, rounding.mode === "up" ? "ceiling" : "halfAwayFromZero");
  const { ending, every } = rounding;
  return exact.minus(ending).roundedToStep(every, "ceiling").plus(ending);
}

/**
 * A plan's charge with margin, additions, minimum, maximum and rounding, in this order; in the quote's currency, not
 * rounded to money yet. Percents of an addition are of the charge after the margin (`freight`), of all so far
 * (`subtotal`), of the cost (with tax where prices include it), or of the goods without tax; "per kg" is actual weight; the
 * fuel index is that of the carriers that ship. An addition counts where all its conditions hold. Fails with
 * `weight-missing`, `size-missing` or `no-exchange-rate`, also where such a condition can't be decided.
 */
export function adjust(
  adjustments: CompiledAdjustments,
  charge: Decimal,
  part: Part,
  context: SellContext,
  trace?: Trace,
): Outcome<Adjusted> {
  const { facts } = part;
  const margined = withMargin(adjustments, charge, facts, trace);
  const added = withAdditions(adjustments, margined, part, context, trace);
  if (!added.ok) return added;
  const bounded = withinBounds(adjustments, added.value.amount, facts, context, trace);
  if (!bounded.ok) return bounded;
  const { rounding, path } = adjustments;
  const amount = rounding ? roundCharge(bounded.value, rounding) : bounded.value;
  if (rounding && !amount.equals(bounded.value))
    trace?.add(
      "charge-stepped",
      rounding.kind === "step"
        ? { before: money(bounded.value, facts), step: rounding.step.toString(), mode: rounding.mode }
        : { before: money(bounded.value, facts), ending: moneyText(rounding.ending, facts.journey.currency) },
      moneyText(amount, facts.journey.currency),
      `${path}/rounding`,
    );
  return given({ amount, additions: added.value.additions });
}

function money(amount: Decimal, { journey: { currency } }: Facts) {
  return { amount: moneyText(amount, currency), currency };
}

function withMargin(
  { marginPercent, path }: CompiledAdjustments,
  charge: Decimal,
  facts: Facts,
  trace?: Trace,
): Decimal {
  if (!marginPercent) return charge;
  const after = charge.times(Decimal.hundred.plus(marginPercent)).percent();
  trace?.add(
    "margin-added",
    { percent: marginPercent.toString(), before: money(charge, facts) },
    moneyText(after, facts.journey.currency),
    `${path}/marginPercent`,
  );
  return after;
}

function withAdditions(
  { additions }: CompiledAdjustments,
  freight: Decimal,
  part: Part,
  context: SellContext,
  trace?: Trace,
): Outcome<Adjusted> {
  const { facts } = part;
  let amount = freight;
  const found: Addition[] = [];
  for (const addition of additions) {
    const applies = allHold(addition.when, facts);
    if (applies === false) continue;
    const value = applies === true ? addition.amount.value(basisOf(freight, amount, part)) : applies;
    if (isMissing(value))
      return refused(rejectPlan(value, facts.measures, facts.journey, context, addition.path));
    amount = amount.plus(value);
    const { name, chargeType, showSeparately } = addition;
    if (trace && isOfCost(addition.amount)) explainCostTax(part, trace);
    found.push({ name, chargeType, showSeparately, amount: value });
    trace?.add(
      "addition-added",
      {
        name,
        amount: addition.amount.amount,
        currency: context.homeCurrency,
        added: money(value, facts),
      },
      moneyText(amount, facts.journey.currency),
      addition.path,
    );
  }
  return given({ amount, additions: found });
}

function isOfCost({ amount }: CompiledAmount): boolean {
  return "of" in amount && amount.of === "cost";
}

function basisOf(freight: Decimal, subtotal: Decimal, part: Part): AmountBasis {
  const { facts } = part;
  const { measures, journey } = facts;
  return {
    shipments: facts.shipments,
    parcels: measures.parcels,
    pieces: measures.quantity,
    kilograms: measures.actualWeight,
    freight,
    subtotal,
    cost: facts.chargedCost,
    goodsValue: () => measures.goodsValue,
    own: (typed) => (journey.fromHome ? convert(typed, journey.fromHome) : "no-exchange-rate"),
    fuelPercent: fuelPercent(part),
  };
}

/** The fuel index on the day of the carriers that ship; of several the highest. */
function fuelPercent({ facts: { journey }, shipments }: Part): Decimal | undefined {
  let highest: Decimal | undefined;
  for (const { answer } of shipments) {
    const percent = answer.compiled.fuel.on(journey.date)?.percent;
    if (percent && (!highest || percent.moreThan(highest))) highest = percent;
  }
  return highest;
}

function withinBounds(
  { minimum, maximum, path }: CompiledAdjustments,
  charge: Decimal,
  facts: Facts,
  context: SellContext,
  trace?: Trace,
): Outcome<Decimal> {
  if (!minimum && !maximum) return given(charge);
  const { fromHome } = facts.journey;
  if (!fromHome) return refused(rejectPlan("no-exchange-rate", facts.measures, facts.journey, context, path));
  let amount = charge;
  const least = minimum && convert(minimum, fromHome);
  if (least && amount.lessThan(least)) {
    amount = least;
    trace?.add(
      "charge-minimum",
      { minimum: money(least, facts) },
      moneyText(least, fromHome.to),
      `${path}/minimum`,
    );
  }
  const most = maximum && convert(maximum, fromHome);
  if (most && amount.moreThan(most)) {
    amount = most;
    trace?.add(
      "charge-maximum",
      { maximum: money(most, facts) },
      moneyText(most, fromHome.to),
      `${path}/maximum`,
    );
  }
  return given(amount);
}
