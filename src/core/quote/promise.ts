import type { Journey } from "../rules/journey";
import { arrival, together, type Arrival } from "../promise/hand-over";
import type { ServiceAnswer } from "../services/shipment";
import type { RatedShipment } from "../sourcing/candidate";

/**
 * When a service brings what leaves an origin; `undefined` when the origin or the carrier never works. Goods of a
 * collection service, or offer, are ready on the day they are handed over.
 */
export function arrivalOf(
  journey: Journey,
  origin: string,
  { compiled, transit }: ServiceAnswer,
  collected: boolean,
): Arrival | undefined {
  const handed = journey.handOverFrom(origin);
  if (!handed) return undefined;
  return arrival(
    handed.day,
    transit,
    compiled.carrierDays,
    collected || compiled.service.tier === "collection",
  );
}

/** When all shipments of an order are there. */
export function promiseOf(
  journey: Journey,
  shipments: readonly RatedShipment[],
  collected: boolean,
): Arrival | undefined {
  return together(
    shipments.map(({ shipment, answer }) => arrivalOf(journey, shipment.origin, answer, collected)),
  );
}
