import type { Amount, Terms } from "@/core/setup/amount";
import type { Offer } from "@/core/setup/offer";
import type { Outcome, Plan } from "@/core/setup/plan";
import { conditionSentence, conditionsSentence, perMeasure } from "@/messages/condition-sentence";
import { amountWords } from "@/messages/step-sentence";

/** Terms as they are added up: "4.20 EUR + 0.38 EUR per kg of chargeable weight". */
export function termsWords(terms: Terms, currency: string): string {
  return terms
    .map((term) => {
      if ("constant" in term) return `${term.constant} ${currency}`;
      if ("percent" in term)
        return `${term.percent} % of ${term.of === "cost" ? "what it costs us" : "the goods without tax"}`;
      return `${term.amount} ${currency} ${perMeasure(term.measure, term.unit)}`;
    })
    .join(" + ");
}

function outcomeWords(outcome: Outcome, currency: string): string {
  if ("terms" in outcome) return termsWords(outcome.terms, currency);
  if ("tariff" in outcome) return `the tariff ${outcome.tariff}`;
  if ("costPlus" in outcome) return "what it costs us";
  return "free" in outcome ? "free" : `withheld: “${outcome.withhold}”`;
}

const matches = {
  first: "The first rule that holds counts.",
  lowest: "The lowest charge of all rules that hold counts.",
  highest: "The highest charge of all rules that hold counts.",
  sum: "The charges of all rules that hold are added up.",
} as const;

/** A plan that is more than one figure, read back sentence by sentence. */
export function planSentences(plan: Plan, currency: string): string[] {
  if (plan.kind === "terms") return [`${termsWords(plan.terms, currency)}.`];
  if (plan.kind === "byGoodsClass")
    return [
      ...plan.classes.map(({ goodsClass, terms }) => `${goodsClass}: ${termsWords(terms, currency)}.`),
      plan.otherwise
        ? `All other goods: ${termsWords(plan.otherwise, currency)}.`
        : "All other goods: withheld.",
      plan.combine === "sum" ? "The parts are added up." : "The highest part counts.",
    ];
  if (plan.kind !== "ladder") return [];
  return [
    matches[plan.match],
    ...plan.rules.map(
      ({ name, when, then }, i) =>
        `${i + 1}. ${name === undefined ? "" : `${name}: `}${conditionsSentence(when, currency)} → ${outcomeWords(then, currency)}.`,
    ),
    `Otherwise: ${plan.otherwise ? outcomeWords(plan.otherwise, currency) : "withheld"}.`,
  ];
}

function additionWords(
  name: string,
  amount: Amount,
  separately: boolean | undefined,
  currency: string,
): string {
  return `${name}: ${amountWords(amount, currency)}${separately ? ", shown as a line of its own" : ""}.`;
}

/** What is done with the plan's charge after the margin, in order. */
export function adjustmentSentences({ adjust = {} }: Offer, currency: string): string[] {
  const { additions = [], minimum, maximum, rounding } = adjust;
  return [
    ...additions.map(({ name, amount, showSeparately }) =>
      additionWords(name, amount, showSeparately, currency),
    ),
    ...(minimum === undefined ? [] : [`At least ${minimum} ${currency}.`]),
    ...(maximum === undefined ? [] : [`At most ${maximum} ${currency}.`]),
    ...(rounding === undefined
      ? []
      : [
          "ending" in rounding
            ? `Up to the next amount that ends in ${rounding.ending}.`
            : `${rounding.mode === "up" ? "Up to the next" : "To the nearest"} ${rounding.step}.`,
        ]),
  ];
}

/** When the charge is 0, whatever the rest gave. */
export function freeSentences({ free }: Offer, currency: string): string[] {
  if (free === undefined) return [];
  return [
    "anyOf" in free
      ? `Free: ${free.anyOf.map((condition) => conditionSentence(condition, currency)).join(", or ")}.`
      : `Free: ${conditionsSentence(free.allOf, currency)}.`,
  ];
}
