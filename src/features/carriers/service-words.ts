import type { Service } from "@/core/setup/service";
import { conditionsSentence } from "@/messages/condition-sentence";
import { count } from "@/messages/figures";
import { amountWords } from "@/messages/step-sentence";

export const tierNames: Readonly<Record<Service["tier"], string>> = {
  economy: "economy",
  standard: "standard",
  express: "express",
  freight: "freight",
  collection: "collection",
};

export function transitWords({ transit }: Pick<Service, "transit">): string {
  const range =
    transit.minDays === transit.maxDays
      ? String(transit.minDays)
      : `${transit.minDays} to ${transit.maxDays}`;
  return transit.byZone?.length ? `${range}, ${transit.byZone.length} by zone` : range;
}

/** The limits that bind most parcels, each with its side: a limit itself is still allowed. */
export function limitWords({ limits = {} }: Pick<Service, "limits">): string {
  const words: string[] = [];
  if (limits.minShipmentWeight)
    words.push(`from ${limits.minShipmentWeight.value} ${limits.minShipmentWeight.unit}`);
  if (limits.maxParcelWeight)
    words.push(`parcel up to ${limits.maxParcelWeight.value} ${limits.maxParcelWeight.unit}`);
  if (limits.maxShipmentWeight)
    words.push(`up to ${limits.maxShipmentWeight.value} ${limits.maxShipmentWeight.unit}`);
  if (limits.maxLength) words.push(`side up to ${limits.maxLength.value} ${limits.maxLength.unit}`);
  return words.join(", ");
}

export function rateWords({ rate }: Pick<Service, "rate">): string {
  if ("tariff" in rate) return `tariff ${rate.tariff}`;
  if ("none" in rate) return "costs nothing";
  const { fallback = "passOver" } = rate;
  const otherwise =
    fallback === "passOver"
      ? "else passed over"
      : "tariff" in fallback
        ? `else tariff ${fallback.tariff}`
        : `else the last answer of ${count(fallback.lastKnownHours, "hour")}`;
  return `live, ${rate.live}, ${otherwise}`;
}

/** A carrier's own amounts are in its currency, figures of conditions in the business's. */
export interface Currencies {
  readonly carrier: string;
  readonly home: string;
}

/** What is added to the rate, in order: "Long parcel (longest side over 100 cm): 4.50 EUR per parcel." */
export function surchargeSentences(
  { surcharges = [] }: Pick<Service, "surcharges">,
  currencies: Currencies,
): string[] {
  return surcharges.map(({ name, from, to, when = [], amount, min, max }) => {
    const condition = when.length === 0 ? "" : ` (${conditionsSentence(when, currencies.home)})`;
    const bounds = [
      min === undefined ? "" : `, at least ${min} ${currencies.carrier}`,
      max === undefined ? "" : `, at most ${max} ${currencies.carrier}`,
    ].join("");
    return `${name}${condition}: ${amountWords(amount, currencies.carrier)}${bounds}${daysWords(from, to)}.`;
  });
}

/** Days of handing over, both in; nothing where it always counts. */
function daysWords(from: string | undefined, to: string | undefined): string {
  if (from === undefined && to === undefined) return "";
  const begin = from === undefined ? "" : ` from ${from}`;
  const end = to === undefined ? " on" : ` up to and including ${to}`;
  return `, handed over${begin}${end}`;
}
