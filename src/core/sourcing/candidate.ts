import type { Decimal } from "../money/decimal";
import type { OrderLine } from "../parcels/order-line";
import type { Outcome, Rejection } from "../working/reason";
import type { ServiceAnswer, Shipment } from "../services/shipment";

/** An origin as sourcing sees it, for one destination. */
export interface SourcingOrigin {
  readonly code: string;
  readonly rank: number;
  /** km to the destination; `undefined` when either end is unknown: such an origin is the farthest. */
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

/** An origin that may ship a line, or some pieces of it. */
export interface LineOrigin {
  readonly origin: string;
  /** At most, and never more than the line has. */
  readonly pieces: number;
}

/** Which origins may ship a line, or why none may. */
export type LineOrigins = Outcome<readonly LineOrigin[]>;

/** What leaves from where: lines, or parts of them, by origin. */
export type Parts = ReadonlyMap<string, readonly OrderLine[]>;

/** Rates shipments for one offer. */
export interface Rater {
  /** All shipments together: for an offer that wants the same service for all they depend on each other. */
  readonly rate: (parts: Parts) => Outcome<Assignment, Stop>;
  /**
   * What one shipment of these lines costs, by the service it goes by: under a name that is empty where each shipment takes its
   * own, under each service's where all must go by the same. Left out where an offer's shipments depend on each other in
   * another way.
   */
  readonly alone?:
    | ((origin: string, lines: readonly OrderLine[]) => ReadonlyMap<string, Decimal>)
    | undefined;
  /**
   * The least that a shipment of these lines can cost, whatever else is added to it; `never` when no service will take
   * it however it grows.
   */
  readonly least: (origin: string, lines: readonly OrderLine[]) => Decimal | "never";
}

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
