import { Decimal } from "./decimal";

/** One unit of `from` is worth `rate` units of `to`. */
export interface ExchangeRate {
  readonly from: string;
  readonly to: string;
  readonly rate: Decimal;
  readonly asOf: string;
  readonly source: string;
}

/** How money of one currency becomes money of another: a factor as numerator over denominator. */
export interface Conversion {
  readonly from: string;
  readonly to: string;
  readonly numerator: Decimal;
  readonly denominator: Decimal;
  /** The rates used, one or two (through the home currency). */
  readonly via: readonly ExchangeRate[];
}

/**
 * Digits kept where a converted figure does not end and is not rounded to money yet: enough for a figure to be within
 * a billionth of a cent, few enough to be reckoned with quickly.
 */
const WORKING_SCALE = 12;

/** The exchange rates of a setup; of several for a pair the newest `asOf` counts, of equal ones the first. */
export class ExchangeRates {
  private readonly pairs = new Map<string, ExchangeRate>();
  private readonly found = new Map<string, Conversion | undefined>();

  constructor(
    rates: readonly ExchangeRate[],
    private readonly home: string,
  ) {
    for (const rate of rates) {
      const key = `${rate.from}>${rate.to}`;
      const known = this.pairs.get(key);
      if (!known || known.asOf < rate.asOf) this.pairs.set(key, rate);
    }
  }

  /** Direct, else inverse, else through the home currency; `undefined` when none of them is known. */
  find(from: string, to: string): Conversion | undefined {
    if (from === to) return this.same(from);
    const key = `${from}>${to}`;
    if (this.found.has(key)) return this.found.get(key);
    const conversion = this.search(from, to);
    this.found.set(key, conversion);
    return conversion;
  }

  private readonly unchanged = new Map<string, Conversion>();

  private same(currency: string): Conversion {
    let conversion = this.unchanged.get(currency);
    if (!conversion) {
      conversion = {
        from: currency,
        to: currency,
        numerator: Decimal.one,
        denominator: Decimal.one,
        via: [],
      };
      this.unchanged.set(currency, conversion);
    }
    return conversion;
  }

  private search(from: string, to: string): Conversion | undefined {
    const straight = this.straight(from, to);
    if (straight) return straight;
    const first = this.straight(from, this.home);
    const second = this.straight(this.home, to);
    if (!first || !second) return undefined;
    return {
      from,
      to,
      numerator: first.numerator.times(second.numerator),
      denominator: first.denominator.times(second.denominator),
      via: [...first.via, ...second.via],
    };
  }

  private straight(from: string, to: string): Conversion | undefined {
    const direct = this.pairs.get(`${from}>${to}`);
    if (direct) return { from, to, numerator: direct.rate, denominator: Decimal.one, via: [direct] };
    const inverse = this.pairs.get(`${to}>${from}`);
    if (inverse) return { from, to, numerator: Decimal.one, denominator: inverse.rate, via: [inverse] };
    return undefined;
  }
}

/** Converts exactly, or to 12 digits after the point when the division does not end; round afterwards. */
export function convert(amount: Decimal, conversion: Conversion): Decimal {
  if (conversion.via.length === 0) return amount;
  const product = amount.times(conversion.numerator);
  if (conversion.denominator.equals(Decimal.one)) return product;
  return product.dividedBy(conversion.denominator, WORKING_SCALE, "halfAwayFromZero");
}
