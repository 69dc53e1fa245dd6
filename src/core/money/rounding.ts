/**
 * How a quotient or a figure loses digits. Always an argument, never a default.
 *
 * - `halfAwayFromZero`: 0.125 → 0.13, -0.125 → -0.13 (commercial rounding)
 * - `ceiling`: to the next step upwards (towards +∞); for "each started kilogram"
 * - `floor`: to the next step downwards (towards -∞)
 */
export type Rounding = "halfAwayFromZero" | "ceiling" | "floor";

/** Divides two integers, rounding the quotient. The divisor must not be 0. */
export function divideRounded(dividend: bigint, divisor: bigint, rounding: Rounding): bigint {
  const negative = dividend < 0n !== divisor < 0n;
  const n = dividend < 0n ? -dividend : dividend;
  const d = divisor < 0n ? -divisor : divisor;
  const whole = n / d;
  const rest = n % d;
  if (rest === 0n) return negative ? -whole : whole;
  const away =
    rounding === "halfAwayFromZero" ? rest * 2n >= d : rounding === "ceiling" ? !negative : negative;
  const size = away ? whole + 1n : whole;
  return negative ? -size : size;
}
