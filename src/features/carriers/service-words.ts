import type { Service } from "@/core/setup/service";

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
  return "live" in rate ? `live, ${rate.live}` : "costs nothing";
}
