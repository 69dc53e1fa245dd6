import type { Decimal } from "../money/decimal";
import type { Measures } from "../parcels/measures";
import type { OrderLine } from "../parcels/order-line";
import type { Place } from "../zones/zone-index";

/** What the order asks of whoever carries it. */
export interface Needs {
  readonly poBox: boolean;
  readonly cashOnDelivery: boolean;
  readonly collectionPoint: boolean;
  readonly signature: boolean;
}

/** The part of an order that leaves from one origin, before a service is taken. */
export interface Shipment {
  readonly origin: string;
  readonly lines: readonly OrderLine[];
  readonly measures: Measures;
}

/** What is the same for every shipment of a quote. */
export interface Journey {
  readonly place: Place;
  readonly needs: Needs;
  /** `YYYY-MM-DD` in the business's time zone. */
  readonly date: string;
  /** The quote's currency. */
  readonly currency: string;
}

/** A service that can take a shipment, with what it costs in the quote's currency, rounded. */
export interface ServiceAnswer {
  readonly service: string;
  readonly cost: Decimal;
  readonly zone: string | undefined;
  /** kg; `undefined` when a weight is missing. */
  readonly chargeableWeight: Decimal | undefined;
}
