import { roundMoney } from "./currency";
import { Decimal, quotient, sum } from "./decimal";

/**
 * An amount in parts by weights, which are not negative, evenly where all are nothing: each part is the difference of two running
 * sums rounded to the currency's minor unit, so that they add up to the amount, which is whole minor units.
 */
export function inParts(amount: Decimal, weights: readonly Decimal[], currency: string): Decimal[] {
  const all = sum(weights);
  const even = all.sign === 0;
  const whole = even ? Decimal.whole(weights.length) : all;
  let [weight, given] = [Decimal.zero, Decimal.zero];
  return weights.map((one) => {
    weight = weight.plus(even ? Decimal.one : one);
    const upTo = quotient(amount.times(weight), whole);
    const rounded = roundMoney(upTo, currency);
    const part = rounded.minus(given);
    given = rounded;
    return part;
  });
}
