import type { Setup } from "@/core/setup/setup";
import { hasRate, isCharged } from "./stops";

/** Where an order is tried; whoever did is known to their browser alone. */
export const TRY_HREF = "/offers/try";

/** A step of the way from an empty business to its first order. */
export interface WayStep {
  readonly name: string;
  readonly href: string;
  /** What is enough to go on. */
  readonly enough: string;
  readonly isDone: boolean;
}

/** What lies outside of the setup. */
export interface Beyond {
  readonly hasItem: boolean;
  readonly hasTrial: boolean;
  readonly hasCharge: boolean;
}

/**
 * The way along the line, each step on its real screen with what is enough to go on; `undefined` once an order has a charge. A
 * step counts as done by what is there, whoever put it there and in whichever order.
 */
export function wayIn(
  setup: Setup,
  countryName: string,
  { hasItem, hasTrial, hasCharge }: Beyond,
): WayStep[] | undefined {
  if (hasCharge) return undefined;
  const { origins, services, zoneCharts, tariffs, offers } = setup;
  const [origin] = origins;
  const priced = new Set(services.flatMap(({ code, active }) => (active ? [code] : [])));
  const step = (name: string, href: string, enough: string, isDone: boolean): WayStep => ({
    ...{ name, href, enough, isDone },
  });
  return [
    step("Business", "/business", "its name, country, currency and tax", true),
    step(
      "Origin",
      origin ? `/origins/${encodeURIComponent(origin.code)}` : "/origins",
      "its postcode and the hour until which orders leave the same day",
      origins.some(({ active, address }) => active && address.postcode !== ""),
    ),
    step("Carrier", "/carriers", "its name, and one of its services", services.length > 0),
    step(
      "Zones",
      "/zones",
      `one zone for all of ${countryName} will do`,
      zoneCharts.some(({ entries }) => entries.length > 0),
    ),
    step(
      "Tariff",
      "/tariffs",
      "one rate, or the carrier's price list as a file",
      tariffs.some(hasRate) && priced.size > 0,
    ),
    step(
      "Offer",
      "/offers",
      "a name, the service behind it, and what it charges",
      offers.some(
        (offer) => offer.active && isCharged(offer) && offer.services.some((code) => priced.has(code)),
      ),
    ),
    step("Try it", TRY_HREF, "a weight and a country: see the charge and how it came about", hasTrial),
    step("Items", "/items", "one item with its weight and price, or your list as a file", hasItem),
    step("First order", "/orders/~new", "that item and an address; then apply its charge", false),
  ];
}
