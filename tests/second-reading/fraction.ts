const gcd = (a: bigint, b: bigint): bigint => (b === 0n ? a : gcd(b, a % b));
const abs = (n: bigint) => (n < 0n ? -n : n);

/** An exact fraction. Figures of the format are read by their text, so nothing passes through a float. */
export class Fraction {
  private constructor(
    private readonly over: bigint,
    private readonly under: bigint,
  ) {}

  static make(over: bigint, under = 1n): Fraction {
    if (under === 0n) throw new Error("nothing is divided by 0");
    const shared = gcd(abs(over), abs(under)) * (under < 0n ? -1n : 1n);
    return new Fraction(over / shared, under / shared);
  }

  static of(text: string | number): Fraction {
    const [, sign, whole = "", decimals = ""] = /^(-?)(\d*)\.?(\d*)$/.exec(String(text)) ?? [];
    if (whole + decimals === "") throw new Error(`no figure: ${text}`);
    const over = BigInt(whole + decimals) * (sign ? -1n : 1n);
    return Fraction.make(over, 10n ** BigInt(decimals.length));
  }

  static readonly zero = Fraction.make(0n);
  static readonly one = Fraction.make(1n);

  static sum(list: readonly Fraction[]): Fraction {
    return list.reduce((a, b) => a.plus(b), Fraction.zero);
  }

  static max(list: readonly Fraction[]): Fraction {
    return list.reduce((a, b) => (a.over * b.under >= b.over * a.under ? a : b));
  }

  static min(list: readonly Fraction[]): Fraction {
    return list.reduce((a, b) => (a.over * b.under <= b.over * a.under ? a : b));
  }

  plus(other: Fraction): Fraction {
    return Fraction.make(this.over * other.under + other.over * this.under, this.under * other.under);
  }

  minus(other: Fraction): Fraction {
    return this.plus(Fraction.make(-other.over, other.under));
  }

  times(other: Fraction): Fraction {
    return Fraction.make(this.over * other.over, this.under * other.under);
  }

  by(other: Fraction): Fraction {
    return Fraction.make(this.over * other.under, this.under * other.over);
  }

  percent(percent: string | Fraction): Fraction {
    const of = typeof percent === "string" ? Fraction.of(percent) : percent;
    return this.times(of).by(Fraction.of(100));
  }

  against(other: Fraction): number {
    const difference = this.over * other.under - other.over * this.under;
    return difference < 0n ? -1 : difference > 0n ? 1 : 0;
  }

  /** The next whole number not below it. */
  up(): Fraction {
    const down = this.over / this.under;
    return Fraction.make(this.over > down * this.under ? down + 1n : down);
  }

  /** The nearest whole number, a half away from zero. */
  nearest(): Fraction {
    const twice = abs(this.over) * 2n + this.under;
    return Fraction.make((twice / (this.under * 2n)) * (this.over < 0n ? -1n : 1n));
  }

  /** To a multiple of a step. */
  toStep(step: Fraction, how: "up" | "nearest"): Fraction {
    return this.by(step)[how]().times(step);
  }

  /** To as many digits after the point, a half away from zero. */
  rounded(digits: number): Fraction {
    return this.toStep(Fraction.make(1n, 10n ** BigInt(digits)), "nearest");
  }

  /** Its text with as many digits after the point; it has no more. */
  text(digits: number): string {
    const whole = abs(this.over) * 10n ** BigInt(digits);
    if (whole % this.under !== 0n) throw new Error(`more than ${digits} digits`);
    const figures = String(whole / this.under).padStart(digits + 1, "0");
    const cut = figures.length - digits;
    const sign = this.over < 0n ? "-" : "";
    return sign + figures.slice(0, cut) + (digits > 0 ? `.${figures.slice(cut)}` : "");
  }
}
