import { convert } from "../money/exchange";
import { Decimal, quotient } from "../money/decimal";
import type { Terms } from "../setup/amount";
import type { Measure } from "../setup/measure";
import type { Facts } from "./facts";
import { basePerUnit, chargedMeasure, dimensionOf, isMissing, type Missing } from "./measured";

/** A term, read once. `home` terms are money of the home currency; the others already are money of the quote's. */
interface CompiledTerm {
  readonly home: boolean;
  /** What the term's measure is multiplied by; the term itself for a constant. */
  readonly factor: Decimal;
  /** Base units in one unit of the measure. */
  readonly per: Decimal;
  readonly measure: Measure | undefined;
}

export interface CompiledTerms {
  readonly terms: Terms;
  readonly compiled: readonly CompiledTerm[];
}

export function compileTerms(terms: Terms): CompiledTerms {
  return { terms, compiled: terms.map(compileTerm) };
}

function compileTerm(term: Terms[number]): CompiledTerm {
  if ("constant" in term)
    return { home: true, factor: Decimal.of(term.constant), per: Decimal.one, measure: undefined };
  if ("percent" in term)
    return { home: false, factor: Decimal.of(term.percent).percent(), per: Decimal.one, measure: term.of };
  return {
    // so much of each unit of money is a share of it, whichever currency it is in
    home: dimensionOf(term.measure) !== "money",
    factor: Decimal.of(term.amount),
    per: basePerUnit(term.measure, term.unit),
    measure: term.measure,
  };
}

/** One term's figure, in the currency the term is in; one by cost takes it as it enters a charge. */
export function termValue({ factor, per, measure }: CompiledTerm, facts: Facts): Decimal | Missing {
  if (!measure) return factor;
  const value = chargedMeasure(measure, facts);
  if (isMissing(value)) return value;
  const product = value.times(factor);
  return quotient(product, per);
}

/** The terms added up, in the quote's currency, not rounded. */
export function termsValue({ compiled }: CompiledTerms, facts: Facts): Decimal | Missing {
  let [home, own] = [Decimal.zero, Decimal.zero];
  for (const term of compiled) {
    const value = termValue(term, facts);
    if (isMissing(value)) return value;
    if (term.home) home = home.plus(value);
    else own = own.plus(value);
  }
  if (home.sign === 0) return own;
  const { fromHome } = facts.journey;
  return fromHome ? convert(home, fromHome).plus(own) : "no-exchange-rate";
}
