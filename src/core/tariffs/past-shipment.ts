import type { Place } from "../zones/zone-index";

/** A shipment of a past order as a tariff sees it: where to, and its measure in the tariff's unit as decimal text. */
export interface PastShipment {
  readonly order: string;
  readonly place: Place;
  readonly value: string;
}
