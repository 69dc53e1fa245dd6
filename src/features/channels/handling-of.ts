import type { Setup } from "@/core/setup/setup";
import type { Handling } from "./handling-table";

/** The origins that services of a channel's offers leave from, with what they take; a service that names none leaves from all. */
export function handlingOf(setup: Setup, channel: string): Handling[] {
  const codes = new Set(
    setup.offers.flatMap((offer) => (offer.active && offer.channels.includes(channel) ? offer.services : [])),
  );
  const services = setup.services.filter(({ code, active }) => active && codes.has(code));
  return setup.origins
    .filter(({ active }) => active)
    .filter(({ code }) => services.some(({ origins }) => origins === undefined || origins.includes(code)))
    .map(({ code, name, cutOff, handlingDays }) => ({ code, name, cutOff, days: handlingDays }));
}
