import type { Setup } from "@/core/setup/setup";
import { Fraction } from "./fraction";
import { Refusal } from "./refusal";

/** Digits after the point of each currency the businesses here have (ISO 4217). */
export const minorDigits = (currency: string) => (currency === "JPY" ? 0 : 2);

export const money = (amount: Fraction, currency: string) => amount.rounded(minorDigits(currency));

/** What an amount of one currency is in another on a day: directly, turned round, or through the home currency. */
export function exchange(setup: Setup, day: string, amount: Fraction, from: string, to: string): Fraction {
  if (from === to) return amount;
  const home = setup.business.homeCurrency;
  const direct = factor(setup, day, from, to);
  if (direct) return amount.times(direct);
  const there = factor(setup, day, from, home);
  const back = factor(setup, day, home, to);
  if (!there || !back) throw new Refusal("no-exchange-rate");
  return amount.times(there).times(back);
}

function factor(setup: Setup, day: string, from: string, to: string): Fraction | undefined {
  if (from === to) return undefined;
  const direct = rateOn(setup, day, from, to);
  if (direct) return direct;
  const turned = rateOn(setup, day, to, from);
  return turned && Fraction.one.by(turned);
}

/** The newest rate that is not after the day, else the earliest; of one day the one that stands first. */
function rateOn(setup: Setup, day: string, from: string, to: string): Fraction | undefined {
  const all = setup.exchangeRates.filter((rate) => rate.from === from && rate.to === to);
  const past = all.filter(({ asOf }) => asOf <= day);
  const best = (past.length > 0 ? past : all).reduce<(typeof all)[number] | undefined>((a, b) => {
    if (!a) return b;
    return (past.length > 0 ? b.asOf > a.asOf : b.asOf < a.asOf) ? b : a;
  }, undefined);
  return best && Fraction.of(best.rate);
}
