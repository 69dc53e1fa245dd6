import type { Decimal } from "../money/decimal";
import type { OrderLine } from "../parcels/order-line";
import type { Outcome, Rejection } from "../working/reason";
import type { ServiceAnswer, Shipment } from "../services/shipment";

/** An origin as sourcing sees it, for one destination. */
export interface SourcingOrigin {
  readonly code: string;
  readonly rank: number;
  /** km to the destination; `undefined` when either end is unknown. */
  readonly distance: number | undefined;
}

/** A shipment with the service taken for it. */
export interface RatedShipment {
  readonly shipment: Shipment;
  readonly answer: ServiceAnswer;
}

/** One way of shipping the whole order. */
export interface Assignment {
  readonly shipments: readonly RatedShipment[];
  readonly cost: Decimal;
}

/** Which origins may ship a line, or why none may. */
export type LineOrigins = Outcome<readonly string[]>;

/** Rates a set of shipments together (for an offer that wants the same service for all they depend on each other). */
export type RateShipments = (parts: ReadonlyMap<string, readonly OrderLine[]>) => Outcome<Assignment, Stop>;

/** Why an assignment can't be shipped: the offer's reason, and each service's. */
export interface Stop {
  readonly rejection: Rejection;
  /** Worked out when asked for: most stops of a search are never looked at. */
  readonly because: () => readonly ServiceRejection[];
  /** An origin from which nothing can be shipped there, whichever lines: no need to try it with others. */
  readonly dead?: string;
}

export interface ServiceRejection {
  readonly service: string;
  readonly origin: string;
  readonly rejection: Rejection;
}
