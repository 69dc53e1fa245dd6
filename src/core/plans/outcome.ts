import { moneyText } from "../money/currency";
import { convert } from "../money/exchange";
import { Decimal } from "../money/decimal";
import { chargedMeasure, dimensionOf, isMissing, unitOf } from "../rules/measured";
import { compileTerms, termsValue, termValue, type CompiledTerms } from "../rules/terms";
import { explainConversion } from "../working/explain-conversion";
import type { Outcome as PlanOutcome } from "../setup/plan";
import { tariffRate } from "../tariffs/rate";
import { tariffValue } from "../tariffs/tariff-value";
import { shownIn, type LengthUnit, type VolumeUnit, type WeightUnit } from "../units/unit";
import { given, refused, reject, type Outcome } from "../working/reason";
import type { Trace } from "../working/step";
import { explainCostTax } from "./explain-cost-tax";
import type { Part } from "./part";
import { rejectPlan, type PlanCharge, type SellContext } from "./sell-context";

/** An outcome of a rule, or a whole plan of that shape, read once. */
export type CompiledOutcome =
  | { readonly kind: "terms"; readonly terms: CompiledTerms; readonly path: string }
  | { readonly kind: "tariff"; readonly tariff: string; readonly path: string }
  | { readonly kind: "costPlus"; readonly path: string }
  | { readonly kind: "free"; readonly path: string }
  | { readonly kind: "withhold"; readonly text: string; readonly path: string };

export function compileOutcome(outcome: PlanOutcome, path: string): CompiledOutcome {
  if ("terms" in outcome) return { kind: "terms", terms: compileTerms(outcome.terms), path };
  if ("tariff" in outcome) return { kind: "tariff", tariff: outcome.tariff, path };
  if ("costPlus" in outcome) return { kind: "costPlus", path };
  if ("free" in outcome) return { kind: "free", path };
  return { kind: "withhold", text: outcome.withhold, path };
}

/** The charge of an outcome; fails with `withheld-by-rule`, a tariff's reasons, or a figure that is missing. */
export function outcomeCharge(
  outcome: CompiledOutcome,
  part: Part,
  context: SellContext,
  trace?: Trace,
): Outcome<PlanCharge> {
  switch (outcome.kind) {
    case "free":
      trace?.add("plan-free", {}, undefined, outcome.path);
      return given({ amount: Decimal.zero, free: true });
    case "withhold":
      return refused(reject("withheld-by-rule", { text: outcome.text }, outcome.path));
    case "costPlus": {
      const { chargedCost, journey } = part.facts;
      if (trace) explainCostTax(part, trace);
      trace?.add("plan-cost-plus", {}, moneyText(chargedCost, journey.currency), outcome.path);
      return charge(chargedCost);
    }
    case "tariff":
      return bySellTariff(outcome.tariff, part, context, trace);
    case "terms":
      return byTerms(outcome.terms, part, context, `${outcome.path}/terms`, trace);
  }
}

function charge(amount: Decimal): Outcome<PlanCharge> {
  return given({ amount, free: false });
}

function bySellTariff(code: string, part: Part, context: SellContext, trace?: Trace): Outcome<PlanCharge> {
  const tariff = context.tariffs.get(code);
  if (!tariff) throw new RangeError("a compiled setup knows all its tariffs");
  const { journey, origins } = part.facts;
  const rate = tariffRate(
    tariff,
    {
      valueOf: tariffValue(part.facts, context.exchange),
      place: journey.place,
      origins,
      date: journey.date,
    },
    trace,
  );
  if (!rate.ok) return rate;
  const { currency } = tariff;
  const conversion = context.exchange.find(currency, journey.currency);
  if (!conversion)
    return refused(reject("no-exchange-rate", { from: currency, to: journey.currency }, "exchangeRates"));
  const amount = convert(rate.value.amount, conversion);
  explainConversion(rate.value.amount, amount, conversion, trace);
  return charge(amount);
}

/** Terms added up; the step repeats each with the figure it was made of. */
export function byTerms(
  terms: CompiledTerms,
  part: Part,
  context: SellContext,
  source: string,
  trace?: Trace,
): Outcome<PlanCharge> {
  const { facts } = part;
  const value = termsValue(terms, facts);
  if (isMissing(value)) return refused(rejectPlan(value, facts.measures, facts.journey, context, source));
  if (trace) explainTerms(terms, part, context, value, source, trace);
  return charge(value);
}

function explainTerms(
  { terms, compiled }: CompiledTerms,
  part: Part,
  context: SellContext,
  value: Decimal,
  source: string,
  trace: Trace,
): void {
  const { currency } = part.facts.journey;
  if (compiled.some(({ measure }) => measure === "cost")) explainCostTax(part, trace);
  const { facts } = part;
  const parts = compiled.map((one, i) => {
    const figure = termValue(one, facts);
    const own = one.home ? context.homeCurrency : currency;
    const measure = one.measure && chargedMeasure(one.measure, facts);
    const term = terms[i];
    const unit = one.measure && unitOf(one.measure, term && "measure" in term ? term.unit : undefined);
    return {
      ...(term ? { term } : {}),
      ...(measure && !isMissing(measure)
        ? { of: quantity(measure, unit, one.measure && dimensionOf(one.measure) === "money" ? currency : "") }
        : {}),
      value: { amount: isMissing(figure) ? "" : moneyText(figure, own), currency: own },
    };
  });
  trace.add("plan-terms", { parts }, moneyText(value, currency), source);
}

/** Money and counts have no unit of their own: money is in a currency, counts in nothing. */
function quantity(base: Decimal, unit: string | undefined, plain: string) {
  if (unit === undefined) return { value: base.rounded(6, "halfAwayFromZero").toString(), unit: plain };
  if (unit === "km") return { value: base.toString(), unit };
  return shownIn(base, unit as WeightUnit | LengthUnit | VolumeUnit);
}
