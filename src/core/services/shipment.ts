import type { Decimal } from "../money/decimal";
import type { ExchangeRates } from "../money/exchange";
import type { Measures } from "../parcels/measures";
import type { OrderLine } from "../parcels/order-line";
import type { Journey } from "../rules/journey";
import type { Rejection, SuspendedKind } from "../working/reason";
import type { CompiledService, TransitDays } from "./compiled-service";
import type { LiveRates, LiveRequest } from "./live-rate";

/** The part of an order that leaves from one origin, before a service is taken. */
export interface Shipment {
  readonly origin: string;
  readonly lines: readonly OrderLine[];
  readonly measures: Measures;
}

/** What services are tried with; the same for all shipments of a quote. */
export interface RatingContext {
  readonly journey: Journey;
  readonly exchange: ExchangeRates;
  readonly liveRates: LiveRates;
  /** The instant of asking, ISO 8601: how old an answer is counts from it. */
  readonly now: string;
  /** The zone of buy tariffs where it is said instead of found. */
  readonly zone?: string;
  /** Why something can't be used at this moment; absent where nothing is suspended. */
  readonly suspended?: (what: SuspendedKind, code: string) => Rejection | undefined;
  /** Set while only finding out what to ask: takes the questions that have no answer yet, and their services work at no cost. */
  readonly ask?: (request: LiveRequest) => void;
}

/** A service that can take a shipment, with what it costs in the quote's currency, rounded. */
export interface ServiceAnswer {
  readonly service: string;
  readonly compiled: CompiledService;
  readonly cost: Decimal;
  readonly zone: string | undefined;
  /** kg; `undefined` when a weight is missing. */
  readonly chargeableWeight: Decimal | undefined;
  readonly transit: TransitDays;
}
