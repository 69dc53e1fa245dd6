import { divideRounded, type Rounding } from "./rounding";

const TEXT = /^-?(?:\d+(?:\.\d+)?|\.\d+)$/;

const powers: bigint[] = [1n];
function powerOfTen(exponent: number): bigint {
  for (let next = powers.length; next <= exponent; next++) powers.push((powers[next - 1] ?? 1n) * 10n);
  return powers[exponent] ?? 1n;
}

/**
 * An exact decimal number: `coefficient / 10^scale`. Immutable.
 * Sums, differences and products are exact; a quotient names its scale and rounding.
 */
export class Decimal {
  static readonly zero = new Decimal(0n, 0);
  static readonly one = new Decimal(1n, 0);
  static readonly hundred = new Decimal(100n, 0);

  private constructor(
    readonly coefficient: bigint,
    readonly scale: number,
  ) {}

  /** Reads plain decimal text ("-12.50"); `undefined` for anything else (exponents, commas, NaN, blanks). */
  static read(text: string): Decimal | undefined {
    if (!TEXT.test(text)) return undefined;
    const point = text.indexOf(".");
    if (point < 0) return new Decimal(BigInt(text), 0);
    return new Decimal(BigInt(text.slice(0, point) + text.slice(point + 1)), text.length - point - 1);
  }

  /** Reads text already known to be a decimal. Throws `RangeError` otherwise: the caller's fault. */
  static of(text: string): Decimal {
    const value = Decimal.read(text);
    if (!value) throw new RangeError("not a decimal");
    return value;
  }

  /** A whole number. Throws `RangeError` for a fraction, NaN or infinity: the caller's fault. */
  static whole(value: number): Decimal {
    return new Decimal(BigInt(value), 0);
  }

  plus(other: Decimal): Decimal {
    if (this.scale === other.scale) return new Decimal(this.coefficient + other.coefficient, this.scale);
    const scale = Math.max(this.scale, other.scale);
    return new Decimal(this.at(scale) + other.at(scale), scale);
  }

  minus(other: Decimal): Decimal {
    return this.plus(other.negated());
  }

  negated(): Decimal {
    return new Decimal(-this.coefficient, this.scale);
  }

  times(other: Decimal): Decimal {
    return new Decimal(this.coefficient * other.coefficient, this.scale + other.scale);
  }

  /** The quotient with `scale` digits after the point. Throws `RangeError` for a zero divisor: the caller's fault. */
  dividedBy(divisor: Decimal, scale: number, rounding: Rounding): Decimal {
    if (divisor.coefficient === 0n) throw new RangeError("division by zero");
    const shift = scale + divisor.scale - this.scale;
    const n = shift >= 0 ? this.coefficient * powerOfTen(shift) : this.coefficient;
    const d = shift >= 0 ? divisor.coefficient : divisor.coefficient * powerOfTen(-shift);
    return new Decimal(divideRounded(n, d, rounding), scale);
  }

  /** At most `scale` digits after the point; a figure with fewer keeps them. */
  rounded(scale: number, rounding: Rounding): Decimal {
    if (this.scale <= scale) return this;
    return new Decimal(divideRounded(this.coefficient, powerOfTen(this.scale - scale), rounding), scale);
  }

  /** To a multiple of `step` (> 0): `12.4` to the half, ceiling → `12.5`. */
  roundedToStep(step: Decimal, rounding: Rounding): Decimal {
    return this.dividedBy(step, 0, rounding).times(step);
  }

  /** -1, 0 or 1. */
  compare(other: Decimal): number {
    const scale = Math.max(this.scale, other.scale);
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

  get sign(): number {
    return this.coefficient === 0n ? 0 : this.coefficient < 0n ? -1 : 1;
  }

  /** Plain text without trailing zeros: `12.5`. */
  toString(): string {
    let { coefficient, scale } = this;
    while (scale > 0 && coefficient % 10n === 0n) {
      coefficient /= 10n;
      scale--;
    }
    return digits(coefficient, scale);
  }

  /** Plain text with exactly `scale` digits after the point; digits beyond are rounded half away from zero. */
  toFixed(scale: number): string {
    const value = this.rounded(scale, "halfAwayFromZero");
    return digits(value.at(scale), scale);
  }

  private at(scale: number): bigint {
    return scale === this.scale ? this.coefficient : this.coefficient * powerOfTen(scale - this.scale);
  }
}

function digits(coefficient: bigint, scale: number): string {
  const negative = coefficient < 0n;
  const text = (negative ? -coefficient : coefficient).toString().padStart(scale + 1, "0");
  const sign = negative ? "-" : "";
  return scale === 0 ? sign + text : `${sign}${text.slice(0, -scale)}.${text.slice(-scale)}`;
}

/** The sum of the values; 0 for none. */
export function sum(values: Iterable<Decimal>): Decimal {
  let total = Decimal.zero;
  for (const value of values) total = total.plus(value);
  return total;
}
