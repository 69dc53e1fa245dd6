import { Decimal, sum } from "../money/decimal";
import type { OrderLine } from "../parcels/order-line";
import type { Offer } from "../setup/offer";
import type { ServiceAnswer, Shipment } from "../services/shipment";
import type { Assignment, Parts, RatedShipment, Rater, ServiceRejection, Stop } from "../sourcing/candidate";
import { given, refused, reject, type Outcome, type ReasonCode, type Rejection } from "../working/reason";
import type { CompiledOffer } from "./compiled-offer";
import { arrivalOf, promiseOf } from "./promise";
import type { BookedShipment, ShipmentBook } from "./shipment-book";

/** What each of an offer's services says to one shipment. */
interface Tried {
  readonly shipment: Shipment;
  readonly answers: readonly ServiceAnswer[];
  readonly rejections: readonly ServiceRejection[];
  /** Nothing can be shipped from there, whichever the lines. */
  readonly isDead: boolean;
}

/** Rates shipments for one offer: its services, its way of picking one, the same for all where it says so. */
export function shipmentRater(compiled: CompiledOffer, book: ShipmentBook): Rater {
  return new OfferRater(compiled, book);
}

class OfferRater implements Rater {
  private readonly known = new Map<BookedShipment, Tried>();
  private readonly pick: Picker;

  constructor(
    private readonly compiled: CompiledOffer,
    private readonly book: ShipmentBook,
  ) {
    this.pick = new Picker(compiled.offer, book);
  }

  rate(parts: Parts): Outcome<Assignment, Stop> {
    const { compiled, pick } = this;
    const tried: Tried[] = [];
    for (const [origin, lines] of parts) {
      const one = this.tryAll(origin, lines);
      if (one.isDead) return refused(noService(compiled, [one], origin));
      tried.push(one);
    }
    return compiled.offer.acrossOrigins === "sameService"
      ? sameService(compiled, tried, pick)
      : anyService(compiled, tried, pick);
  }

  get alone(): Rater["alone"] {
    const { pick } = this;
    const { acrossOrigins, pick: how } = this.compiled.offer;
    if (acrossOrigins === "any")
      return (origin, lines) => {
        const answer = pick.service(this.tryAll(origin, lines));
        return answer ? new Map([["", answer.cost]]) : noCosts;
      };
    // the fastest and the first listed of all shipments together are not made of single ones
    if (how !== "cheapest") return undefined;
    return (origin, lines) =>
      new Map(this.tryAll(origin, lines).answers.map(({ service, cost }) => [service, cost]));
  }

  least(origin: string, lines: readonly OrderLine[]): Decimal | "never" {
    return leastCost(this.compiled, this.book, this.book.of(origin, lines));
  }

  private tryAll(origin: string, lines: readonly OrderLine[]): Tried {
    const booked = this.book.of(origin, lines);
    let tried = this.known.get(booked);
    if (!tried) {
      tried = tryServices(this.compiled, this.book, booked);
      this.known.set(booked, tried);
    }
    return tried;
  }
}

const noCosts: ReadonlyMap<string, Decimal> = new Map();

function tryServices(compiled: CompiledOffer, book: ShipmentBook, booked: BookedShipment): Tried {
  const answers: ServiceAnswer[] = [];
  const rejections: ServiceRejection[] = [];
  const { shipment } = booked;
  for (const service of compiled.services) {
    const answer = book.answer(service, booked);
    if (answer.ok) answers.push(answer.value);
    else
      rejections.push({
        service: service.service.code,
        origin: shipment.origin,
        rejection: answer.rejection,
      });
  }
  return { shipment, answers, rejections, isDead: answers.length === 0 && rejections.every(isForAll) };
}

/** See `Rater.least`: a service that may cost less for more, or refuses what it may take with more, can cost nothing. */
function leastCost(compiled: CompiledOffer, book: ShipmentBook, booked: BookedShipment): Decimal | "never" {
  // goods worth less than nothing would make a value fall with more of them
  const falls = booked.shipment.lines.some((line) => line.price.sign < 0);
  let least: Decimal | undefined;
  for (const service of compiled.services) {
    const answer = book.answer(service, booked);
    if (!answer.ok && staysRefused(answer.rejection)) continue;
    const cost = answer.ok && service.rises && !falls ? answer.value.cost : Decimal.zero;
    if (!least || cost.lessThan(least)) least = cost;
  }
  return least ?? "never";
}

/** Reasons that hold for an origin and a destination whichever lines are shipped: no other shipment need be tried. */
const whateverTheLines: ReadonlySet<ReasonCode> = new Set([
  "inactive",
  "suspended",
  "destination",
  "origin-not-served-by-service",
  "po-box",
  "cash-on-delivery",
  "collection-point",
  "signature",
  "zone-not-found",
  "zone-not-served",
  "no-edition",
]);

/** Reasons that more lines don't take away. */
const whateverIsAdded: ReadonlySet<ReasonCode> = new Set([
  ...whateverTheLines,
  "goods-class",
  "transport-mode",
  "limit-parcels",
  "above-last-break",
  "weight-missing",
  "size-missing",
]);

function staysRefused({ reason, inputs }: Rejection): boolean {
  if (whateverIsAdded.has(reason)) return true;
  return (
    (reason === "limit-weight" && "side" in inputs && inputs.side === "most") ||
    (reason === "limit-size" && "of" in inputs && inputs.of !== "girthPlusLength")
  );
}

const isForAll = ({ rejection }: ServiceRejection) => whateverTheLines.has(rejection.reason);

/** Compares by `pick`; of equal ones the first counts. */
class Picker {
  private readonly collected: boolean;

  constructor(
    private readonly offer: Offer,
    private readonly book: ShipmentBook,
  ) {
    this.collected = offer.tier === "collection";
  }

  /** The service that is taken for one shipment. */
  service({ shipment, answers }: Tried): ServiceAnswer | undefined {
    return this.best(
      answers,
      ({ cost }) => cost,
      (answer) => arrivalOf(this.book.context.journey, shipment.origin, answer, this.collected)?.latest,
    );
  }

  /** The same for several shipments together. */
  assignment(options: readonly Assignment[]): Assignment | undefined {
    return this.best(
      options,
      ({ cost }) => cost,
      ({ shipments }) => promiseOf(this.book.context.journey, shipments, this.collected)?.latest,
    );
  }

  private best<T>(
    all: readonly T[],
    cost: (one: T) => Decimal,
    latest: (one: T) => number | undefined,
  ): T | undefined {
    if (all.length < 2 || this.offer.pick === "listed") return all[0];
    // what nobody can say the day of is the slowest
    const day = (one: T) => (this.offer.pick === "fastest" ? (latest(one) ?? Number.MAX_SAFE_INTEGER) : 0);
    return all.reduce((best, one) => {
      const sooner = day(one) - day(best);
      return sooner < 0 || (sooner === 0 && cost(one).lessThan(cost(best))) ? one : best;
    });
  }
}

function anyService(
  compiled: CompiledOffer,
  tried: readonly Tried[],
  pick: Picker,
): Outcome<Assignment, Stop> {
  const rated: RatedShipment[] = [];
  for (const one of tried) {
    const answer = pick.service(one);
    if (!answer) return refused(noService(compiled, tried));
    rated.push({ shipment: one.shipment, answer });
  }
  return given(assignment(rated));
}

function sameService(
  compiled: CompiledOffer,
  tried: readonly Tried[],
  pick: Picker,
): Outcome<Assignment, Stop> {
  if (tried.some(({ answers }) => answers.length === 0)) return refused(noService(compiled, tried));
  const options: Assignment[] = [];
  for (const code of compiled.offer.services) {
    const rated: RatedShipment[] = [];
    for (const { shipment, answers } of tried) {
      const answer = answers.find((one) => one.service === code);
      if (answer) rated.push({ shipment, answer });
    }
    if (rated.length === tried.length) options.push(assignment(rated));
  }
  const best = pick.assignment(options);
  if (best) return given(best);
  const rejection = reject("no-common-service", {}, `${compiled.path}/acrossOrigins`);
  return refused({ rejection, because: () => tried.flatMap((one) => one.rejections) });
}

function assignment(shipments: readonly RatedShipment[]): Assignment {
  const [only] = shipments;
  const cost =
    only && shipments.length === 1 ? only.answer.cost : sum(shipments.map(({ answer }) => answer.cost));
  return { shipments, cost };
}

/** `dead`: an origin from which nothing can be shipped. */
function noService({ offer, path }: CompiledOffer, tried: readonly Tried[], dead?: string): Stop {
  const rejection = reject("no-service", { services: offer.services.length }, `${path}/services`);
  const because = () => {
    const all: ServiceRejection[] = [];
    for (const { answers, rejections } of tried) if (answers.length === 0) all.push(...rejections);
    return all;
  };
  return dead === undefined ? { rejection, because } : { rejection, because, dead };
}
