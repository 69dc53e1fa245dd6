import type { Terms } from "@/core/setup/amount";
import type { Outcome } from "@/core/setup/plan";
import { perMeasure } from "./condition-sentence";

/** Terms as they are added up: "4.20 EUR + 0.38 EUR per kg of chargeable weight". */
export function termsWords(terms: Terms, currency: string): string {
  return terms
    .map((term) => {
      // still to be typed
      if (figureOf(term) === "") return "no amount yet";
      if ("constant" in term) return `${term.constant} ${currency}`;
      if ("percent" in term)
        return `${term.percent} % of ${term.of === "cost" ? "what it costs us" : "the goods without tax"}`;
      return `${term.amount} ${currency} ${perMeasure(term.measure, term.unit)}`;
    })
    .join(" + ");
}

/** What a rule leads to, in words. */
export function outcomeWords(outcome: Outcome, currency: string): string {
  if ("terms" in outcome) return termsWords(outcome.terms, currency);
  if ("tariff" in outcome) return `the tariff ${outcome.tariff}`;
  if ("costPlus" in outcome) return "what it costs us";
  return "free" in outcome ? "free" : `withheld: “${outcome.withhold}”`;
}

function figureOf(term: Terms[number]): string {
  if ("constant" in term) return term.constant;
  return "percent" in term ? term.percent : term.amount;
}
