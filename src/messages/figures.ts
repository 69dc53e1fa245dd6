import type { BreakText, MoneyText } from "@/core/working/reason";
import type { Quantity } from "@/core/units/unit";

const unitNames: Record<string, string> = { cm3: "cm³", m3: "m³", in3: "in³", ft3: "ft³" };

export function unitName(unit: string): string {
  return unitNames[unit] ?? unit;
}

export function quantity({ value, unit }: Quantity): string {
  return unit === "" ? value : `${value} ${unitName(unit)}`;
}

export function money({ amount, currency }: MoneyText): string {
  return `${amount} ${currency}`;
}

/** Both ends of a break in words that say which side each is on. */
export function breakWords({ lower, upper, unit, boundary }: BreakText): string {
  const name = unitName(unit);
  if (boundary === "upTo") {
    if (upper === undefined) return lower === undefined ? "any value" : `over ${lower} ${name}`;
    return lower === undefined
      ? `up to and including ${upper} ${name}`
      : `over ${lower} and up to and including ${upper} ${name}`;
  }
  if (upper === undefined) return `${lower ?? "0"} ${name} and above`;
  return `from ${lower ?? "0"} and under ${upper} ${name}`;
}

export function count(n: number, one: string, many = `${one}s`): string {
  return `${n} ${n === 1 ? one : many}`;
}

export function list(words: readonly string[], last = "and"): string {
  if (words.length < 2) return words[0] ?? "";
  return `${words.slice(0, -1).join(", ")} ${last} ${words[words.length - 1] ?? ""}`;
}
