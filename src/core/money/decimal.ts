import { divideRounded, type Rounding } from "./rounding";

const TEXT = /^-?(?:\d+(?:\.\d+)?|\.\d+)$/;

const powers: bigint[] = [1n];
function powerOfTen(exponent: number): bigint {
  for (let next = powers.length; next <= exponent; next++) powers.push((powers[next - 1] ?? 1n) * 10n);
  return powers[exponent] ?? 1n;
}

/** 10^0 to 10^15 as numbers, all exact; beyond them `NaN`, which no sum or product takes for a whole number. */
const smallPowers = Array.from({ length: 16 }, (_, exponent) => 10 ** exponent);
const smallPower = (exponent: number): number => smallPowers[exponent] ?? Number.NaN;

/**
 * Whether a whole number is one that a double holds exactly; `NaN` is not. A product or sum of two that fit and whose
 * result fits is exact: what overflows rounds to 2⁵³ or more, never below.
 */
function fits(whole: number): boolean {
  return whole <= Number.MAX_SAFE_INTEGER && whole >= -Number.MAX_SAFE_INTEGER;
}

/** Digits tried first where a quotient may have many: most that end at all end within them. */
const EARLY_DIGITS = 4;

/**
 * Digits after the point that are kept of a quotient that does not end, of what would be rounded at no place: far more than
 * any figure has that somebody typed, and more than decide.
 */
const QUOTIENT_DIGITS = 24;

/** A figure with more digits than this came of quotients that do not end. */
const TYPED_DIGITS = 20;

/** What quotients lose, and what is made of it, is below the last of these. */
const DECIDING_DIGITS = 15;

/**
 * An exact decimal number: `coefficient / 10^scale`. Immutable.
 * Sums, differences and products are exact; a quotient names its scale and rounding.
 *
 * A coefficient within ±(2⁵³ − 1) is a whole number that a double holds exactly, and is reckoned with as one; larger
 * ones are bigints. Which of the two it is shows nowhere: no figure is ever a fraction in binary.
 */
export class Decimal {
  static readonly zero = new Decimal(0, undefined, 0);
  static readonly one = new Decimal(1, undefined, 0);
  static readonly hundred = new Decimal(100, undefined, 0);

  /** `small` is `NaN` exactly when `large` is there. */
  private constructor(
    private readonly small: number,
    private readonly large: bigint | undefined,
    readonly scale: number,
  ) {}

  private static from(coefficient: bigint, scale: number): Decimal {
    const small = Number(coefficient);
    return Number.isSafeInteger(small)
      ? new Decimal(small, undefined, scale)
      : new Decimal(Number.NaN, coefficient, scale);
  }

  /** Reads plain decimal text ("-12.50"); `undefined` for anything else (exponents, commas, NaN, blanks). */
  static read(text: string): Decimal | undefined {
    if (!TEXT.test(text)) return undefined;
    const point = text.indexOf(".");
    const whole = point < 0 ? text : text.slice(0, point) + text.slice(point + 1);
    const scale = point < 0 ? 0 : text.length - point - 1;
    return whole.length < 16
      ? new Decimal(Number(whole) + 0, undefined, scale)
      : Decimal.from(BigInt(whole), scale);
  }

  /** Reads text already known to be a decimal. Throws `RangeError` otherwise: the caller's fault. */
  static of(text: string): Decimal {
    const value = Decimal.read(text);
    if (!value) throw new RangeError("not a decimal");
    return value;
  }

  /** A whole number. Throws `RangeError` for a fraction, NaN or infinity: the caller's fault. */
  static whole(value: number): Decimal {
    return Number.isSafeInteger(value)
      ? new Decimal(value + 0, undefined, 0)
      : Decimal.from(BigInt(value), 0);
  }

  get coefficient(): bigint {
    return this.large ?? BigInt(this.small);
  }

  plus(other: Decimal): Decimal {
    const scale = this.scale > other.scale ? this.scale : other.scale;
    const [a, b] = [this.smallAt(scale), other.smallAt(scale)];
    if (fits(a) && fits(b) && fits(a + b)) return new Decimal(a + b, undefined, scale);
    return Decimal.from(this.at(scale) + other.at(scale), scale);
  }

  minus(other: Decimal): Decimal {
    return this.plus(other.negated());
  }

  negated(): Decimal {
    return this.large === undefined
      ? new Decimal(0 - this.small, undefined, this.scale)
      : Decimal.from(-this.large, this.scale);
  }

  times(other: Decimal): Decimal {
    const scale = this.scale + other.scale;
    const small = this.small * other.small;
    // + 0 keeps a negative nought out
    if (fits(small)) return new Decimal(small + 0, undefined, scale);
    return Decimal.from(this.coefficient * other.coefficient, scale);
  }

  /** This many hundredths: `times(percent).percent()` is `percent` % of it. Exact. */
  percent(): Decimal {
    return new Decimal(this.small, this.large, this.scale + 2);
  }

  /**
   * The quotient with at most `scale` digits after the point, fewer where it ends sooner.
   * Throws `RangeError` for a zero divisor: the caller's fault.
   */
  dividedBy(divisor: Decimal, scale: number, rounding: Rounding): Decimal {
    if (divisor.sign === 0) throw new RangeError("division by zero");
    const early = Math.max(0, this.scale - divisor.scale) + EARLY_DIGITS;
    if (early < scale) {
      const exact = this.smallQuotient(divisor, early, undefined);
      if (exact) return exact;
    }
    const small = this.smallQuotient(divisor, scale, rounding);
    if (small) return small;
    const shift = scale + divisor.scale - this.scale;
    const n = shift >= 0 ? this.coefficient * powerOfTen(shift) : this.coefficient;
    const d = shift >= 0 ? divisor.coefficient : divisor.coefficient * powerOfTen(-shift);
    return Decimal.from(divideRounded(n, d, rounding), scale);
  }

  /** The quotient when doubles hold all of its parts as whole numbers; without a rounding only one that ends. */
  private smallQuotient(
    divisor: Decimal,
    scale: number,
    rounding: Rounding | undefined,
  ): Decimal | undefined {
    const shift = scale + divisor.scale - this.scale;
    const n = shift > 0 ? this.small * smallPower(shift) : this.small;
    const d = shift < 0 ? divisor.small * smallPower(-shift) : divisor.small;
    if (!fits(n) || !fits(d)) return undefined;
    const rest = n % d;
    // n - rest is a multiple of d, so the division leaves a whole number
    const whole = (n - rest) / d + 0;
    if (rest === 0) return new Decimal(whole, undefined, scale);
    if (!rounding) return undefined;
    const negative = n < 0 !== d < 0;
    const away =
      rounding === "halfAwayFromZero"
        ? Math.abs(rest) >= Math.abs(d) - Math.abs(rest)
        : rounding === "ceiling"
          ? !negative
          : negative;
    return new Decimal(away ? whole + (negative ? -1 : 1) : whole, undefined, scale);
  }

  /** At most `scale` digits after the point; a figure with fewer keeps them. */
  rounded(scale: number, rounding: Rounding): Decimal {
    if (this.scale <= scale) return this;
    const step = smallPower(this.scale - scale);
    if (this.large === undefined && rounding === "halfAwayFromZero" && fits(step)) {
      // what is more than half a step away from nought by the rest goes one step on
      const rest = this.small % step;
      const whole = (this.small - rest) / step;
      const away = Math.abs(rest) * 2 >= step ? Math.sign(this.small) : 0;
      return new Decimal(whole + away + 0, undefined, scale);
    }
    return this.dividedBy(Decimal.one, scale, rounding);
  }

  /**
   * What decides where the figure is compared or rounded: a third of 10.00 three times is 10.00. What quotients that do
   * not end have lost is put right; a figure that ends is itself.
   */
  settled(): Decimal {
    return this.scale > TYPED_DIGITS ? this.rounded(DECIDING_DIGITS, "halfAwayFromZero") : this;
  }

  /** To a multiple of `step` (> 0): `12.4` to the half, ceiling → `12.5`. */
  roundedToStep(step: Decimal, rounding: Rounding): Decimal {
    return this.dividedBy(step, 0, rounding).times(step);
  }

  /** -1, 0 or 1. */
  compare(other: Decimal): number {
    const scale = this.scale > other.scale ? this.scale : other.scale;
    const [x, y] = [this.smallAt(scale), other.smallAt(scale)];
    if (fits(x) && fits(y)) return x < y ? -1 : x > y ? 1 : 0;
    const [a, b] = [this.at(scale), other.at(scale)];
    return a < b ? -1 : a > b ? 1 : 0;
  }

  equals(other: Decimal): boolean {
    return this.compare(other) === 0;
  }

  lessThan(other: Decimal): boolean {
    return this.compare(other) < 0;
  }

  moreThan(other: Decimal): boolean {
    return this.compare(other) > 0;
  }

  get isOne(): boolean {
    return this.small === 1 && this.scale === 0;
  }

  get sign(): number {
    return this.large === undefined ? Math.sign(this.small) : this.large < 0n ? -1 : 1;
  }

  /** Plain text without trailing zeros: `12.5`. */
  toString(): string {
    const text = this.text();
    if (this.scale === 0) return text;
    let end = text.length;
    while (text.charCodeAt(end - 1) === 48) end--;
    if (text.charCodeAt(end - 1) === 46) end--;
    return text.slice(0, end);
  }

  /** Plain text with exactly `scale` digits after the point; digits beyond are rounded half away from zero. */
  toFixed(scale: number): string {
    if (this.scale === scale) return this.text();
    const value = this.rounded(scale, "halfAwayFromZero");
    return value.scale === scale ? value.text() : Decimal.from(value.at(scale), scale).text();
  }

  /** As a double: for drawing, and for bounds that only steer a search. Never for money that is charged. */
  approximately(): number {
    return Number(this.coefficient) / 10 ** this.scale;
  }

  private text(): string {
    const coefficient = this.large ?? this.small;
    const negative = coefficient < 0;
    const digits = String(negative ? -coefficient : coefficient);
    const sign = negative ? "-" : "";
    if (this.scale === 0) return sign + digits;
    const padded = digits.length > this.scale ? digits : digits.padStart(this.scale + 1, "0");
    return `${sign}${padded.slice(0, -this.scale)}.${padded.slice(-this.scale)}`;
  }

  /** The coefficient at a scale no smaller than its own; `NaN`, or too large, when a double can't hold it. */
  private smallAt(scale: number): number {
    return scale === this.scale ? this.small : this.small * smallPower(scale - this.scale);
  }

  private at(scale: number): bigint {
    return scale === this.scale ? this.coefficient : this.coefficient * powerOfTen(scale - this.scale);
  }
}

/** A quotient that is rounded at no place: all of its digits, or so many that none that decides is lost. */
export function quotient(of: Decimal, divisor: Decimal): Decimal {
  return divisor.isOne ? of : of.dividedBy(divisor, QUOTIENT_DIGITS, "halfAwayFromZero");
}

/** The sum of the values; 0 for none. */
export function sum(values: Iterable<Decimal>): Decimal {
  let total = Decimal.zero;
  for (const value of values) total = total.plus(value);
  return total;
}
