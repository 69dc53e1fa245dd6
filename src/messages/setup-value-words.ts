import type { Condition } from "@/core/setup/condition";
import type { Outcome } from "@/core/setup/plan";
import type { Terms } from "@/core/setup/amount";
import type { DeliveryTaxRule } from "@/core/setup/business";
import type { Destination } from "@/core/setup/primitives";
import { conditionSentence, conditionsSentence, destinationWords } from "./condition-sentence";
import { list as listed, quantity } from "./figures";
import { outcomeWords, termsWords } from "./plan-words";
import { plainValue } from "./value-text";

/**
 * A value of the setup in words, by the fields that lead to it: rules, conditions, terms, places, taxes and quantities as they are
 * read elsewhere, anything else field by field.
 */
export function setupValueWords(within: readonly string[], value: unknown, currency: string): string {
  const [last = "", list = ""] = [...within].reverse();
  const isMember = /^\d+$/.test(last);
  if (last === "deliveryTaxes" && Array.isArray(value) && value.length > 0)
    return value.map((one) => deliveryTaxWords(one as DeliveryTaxRule)).join("; ");
  if (isMember && list === "deliveryTaxes") return deliveryTaxWords(value as DeliveryTaxRule);
  if (Array.isArray(value) && value.length > 0 && value.every(isDestination))
    return listed(value.map(destinationWords));
  if (isDestination(value)) return destinationWords(value);
  if (isMember && list === "rules" && isRule(value)) return ruleWords(value, currency);
  if (isMember && (list === "when" || list === "anyOf" || list === "allOf"))
    return conditionSentence(value as Condition, currency);
  if (isMember && list === "terms") return termsWords([value] as Terms, currency);
  if (last === "then" || last === "otherwise") return outcomeWords(value as Outcome, currency);
  if (last === "terms") return termsWords(value as Terms, currency);
  if (isQuantity(value)) return quantity(value);
  if (typeof value === "boolean") return value ? "yes" : "no";
  return plainValue(value);
}

function ruleWords({ name, when, then }: Rule, currency: string): string {
  const title = name === undefined || name === "" ? "" : `“${name}”, `;
  return `${title}${conditionsSentence(when, currency)}: ${outcomeWords(then, currency)}`;
}

/** "25.5 % to FI by web from 2026-09-01 up to and including 2026-12-31". */
function deliveryTaxWords({ percent, destinations = [], channels = [], from, to }: DeliveryTaxRule): string {
  return [
    percent === undefined ? "reverse charge for customers with a tax id" : `${percent} %`,
    ...(destinations.length > 0 ? [`to ${listed(destinations.map(destinationWords))}`] : []),
    ...(channels.length > 0 ? [`by ${listed(channels)}`] : []),
    `from ${from}`,
    ...(to === undefined ? [] : [`up to and including ${to}`]),
  ].join(" ");
}

const placeFields = ["country", "subdivision", "postcode"];

function isDestination(value: unknown): value is Destination {
  return (
    typeof value === "object" &&
    value !== null &&
    "country" in value &&
    typeof value.country === "string" &&
    Object.keys(value).every((field) => placeFields.includes(field))
  );
}

interface Rule {
  readonly name?: string;
  readonly when: readonly Condition[];
  readonly then: Outcome;
}

function isRule(value: unknown): value is Rule {
  return typeof value === "object" && value !== null && "when" in value && "then" in value;
}

function isQuantity(value: unknown): value is { readonly value: string; readonly unit: string } {
  return (
    typeof value === "object" &&
    value !== null &&
    Object.keys(value).length === 2 &&
    "value" in value &&
    "unit" in value &&
    typeof value.value === "string" &&
    typeof value.unit === "string"
  );
}
