import { Decimal, quotient } from "./decimal";

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

/** Any day is before it: the rates as they are, whatever the day. */
const EVER = "9999-12-31";

/**
 * The exchange rates of a setup on a day: of several for a pair the newest that is not after it counts, else the earliest;
 * of equal ones the first. Made without a day the newest count.
 */
export class ExchangeRates {
  private readonly pairs = new Map<string, ExchangeRate>();
  private readonly found = new Map<string, Conversion | undefined>();
  private readonly days = new Map<string, ExchangeRates>();
  /** The days on which other rates begin to count, ascending. */
  private readonly turns: readonly string[];

  constructor(
    private readonly rates: readonly ExchangeRate[],
    private readonly home: string,
    private readonly day = EVER,
  ) {
    for (const rate of rates) {
      const key = `${rate.from}>${rate.to}`;
      const known = this.pairs.get(key);
      if (!known || this.isBetter(rate, known)) this.pairs.set(key, rate);
    }
    this.turns = [...new Set(rates.map(({ asOf }) => asOf))].sort();
  }

  private isBetter(rate: ExchangeRate, known: ExchangeRate): boolean {
    if (known.asOf > this.day) return rate.asOf < known.asOf;
    return rate.asOf <= this.day && rate.asOf > known.asOf;
  }

  /** The rates that count on a day (`YYYY-MM-DD`); the same object for days between which none begins. */
  on(day: string): ExchangeRates {
    const last = this.turns.findLast((asOf) => asOf <= day) ?? "";
    let found = this.days.get(last);
    if (!found) {
      found =
        last === this.turns.at(-1) || this.turns.length === 0
          ? this
          : new ExchangeRates(this.rates, this.home, last);
      this.days.set(last, found);
    }
    return found;
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

/** Converts without rounding; round afterwards. */
export function convert(amount: Decimal, conversion: Conversion): Decimal {
  if (conversion.via.length === 0) return amount;
  return quotient(amount.times(conversion.numerator), conversion.denominator);
}
