/**
 * Postcodes as charts compare them: trimmed, upper-cased, without spaces and hyphens ("621 45" is "62145").
 */
export function normalisePostcode(text: string): string {
  return text.toUpperCase().replace(/[\s-]/g, "");
}

/** A postcode pattern of a chart's entry, read. Ranges hold both their ends. */
export type PostcodePattern =
  | { readonly kind: "exact"; readonly text: string }
  | { readonly kind: "prefix"; readonly text: string }
  | {
      readonly kind: "range";
      readonly letters: string;
      readonly digits: number;
      readonly low: number;
      readonly high: number;
    };

/** Why a pattern cannot be read. */
export type PatternProblem = "empty" | "not-a-pattern" | "ends-differ" | "ends-reversed";

const RANGE_END = /^([A-Z]{0,4})(\d{1,9})$/;

/**
 * Reads `21145` (exact), `62*` (prefix) or `22000..22999` (range, both ends in).
 * The ends of a range have the same shape: equal letters or none, then as many digits.
 */
export function readPattern(text: string): PostcodePattern | { problem: PatternProblem } {
  const plain = normalisePostcode(text);
  if (plain === "" || plain === "*") return { problem: "empty" };
  const ends = plain.split("..");
  if (ends.length === 2) return readRange(ends[0] ?? "", ends[1] ?? "");
  if (plain.endsWith("*") && /^[A-Z0-9]+$/.test(plain.slice(0, -1)))
    return { kind: "prefix", text: plain.slice(0, -1) };
  if (/^[A-Z0-9]+$/.test(plain)) return { kind: "exact", text: plain };
  return { problem: "not-a-pattern" };
}

function readRange(from: string, to: string): PostcodePattern | { problem: PatternProblem } {
  const low = RANGE_END.exec(from);
  const high = RANGE_END.exec(to);
  if (!low || !high) return { problem: "not-a-pattern" };
  const [, letters = "", lowDigits = ""] = low;
  const [, highLetters = "", highDigits = ""] = high;
  if (letters !== highLetters || lowDigits.length !== highDigits.length) return { problem: "ends-differ" };
  if (Number(lowDigits) > Number(highDigits)) return { problem: "ends-reversed" };
  return {
    kind: "range",
    letters,
    digits: lowDigits.length,
    low: Number(lowDigits),
    high: Number(highDigits),
  };
}

/** Countries whose postcodes end in a digit and two letters (the inward part), often written without a space. */
const withInwardPart = new Set(["GB", "GG", "JE", "IM", "GI", "FK", "SH", "PN", "TC", "GS", "IO"]);

/** The letters a postcode starts with and the number of its district, or `undefined` where it has none. */
export function district(postcode: string, country: string): { letters: string; number: number } | undefined {
  const outward =
    withInwardPart.has(country) && postcode.length >= 5 && /\d[A-Z]{2}$/.test(postcode)
      ? postcode.slice(0, -3)
      : postcode;
  const found = /^([A-Z]+)(\d{1,9})/.exec(outward);
  if (!found) return undefined;
  return { letters: found[1] ?? "", number: Number(found[2]) };
}

/**
 * Whether a normalised postcode lies in the pattern.
 * A range of digits compares the postcode's leading digits, as many as its ends have (`62..64` holds 63120);
 * a range with letters compares the number of the district (`AB10..AB39` holds AB124XY as AB12).
 */
export function inPattern(pattern: PostcodePattern, postcode: string, country: string): boolean {
  if (pattern.kind === "exact") return postcode === pattern.text;
  if (pattern.kind === "prefix") return postcode.startsWith(pattern.text);
  const number = rangeNumber(pattern, postcode, country);
  return number !== undefined && number >= pattern.low && number <= pattern.high;
}

/** The number of a postcode that a range of this shape compares; `undefined` when the shapes do not meet. */
export function rangeNumber(
  shape: { letters: string; digits: number },
  postcode: string,
  country: string,
): number | undefined {
  if (shape.letters === "") {
    const leading = postcode.slice(0, shape.digits);
    return leading.length === shape.digits && /^\d+$/.test(leading) ? Number(leading) : undefined;
  }
  const found = district(postcode, country);
  return found && found.letters === shape.letters ? found.number : undefined;
}

/**
 * How wide a pattern is as a share of its country's postcodes: the smaller, the more specific among ranges.
 * A range of digits is `count / 10^digits`; among districts of the same letters the count decides.
 */
export function rangeWidth(pattern: PostcodePattern & { kind: "range" }): number {
  const count = pattern.high - pattern.low + 1;
  return pattern.letters === "" ? count / 10 ** pattern.digits : count / 1e6;
}
