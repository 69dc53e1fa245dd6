import { sum } from "../money/decimal";
import { measure, type Measures } from "../parcels/measures";
import type { OrderLine } from "../parcels/order-line";
import type { Offer } from "../setup/offer";
import { joinPath } from "../setup/path";
import type { Journey, ServiceAnswer, Shipment } from "../services/shipment";
import { tryService } from "../services/try-service";
import type { Assignment, RatedShipment, RateShipments, ServiceRejection, Stop } from "../sourcing/candidate";
import { given, refused, reject, type Outcome, type ReasonCode } from "../working/reason";
import type { CompiledSetup } from "./compiled-setup";

/** What each of an offer's services says to one shipment. */
interface Tried {
  readonly shipment: Shipment;
  readonly answers: readonly ServiceAnswer[];
  readonly rejections: readonly ServiceRejection[];
}

/** Rates the shipments of an assignment for one offer, remembering shipments it has rated before. */
export function shipmentRater(
  compiled: CompiledSetup,
  offer: Offer,
  journey: Journey,
  measured: MeasureLines,
): RateShipments {
  const known = new Map<string, Tried>();
  return (parts) => {
    const tried: Tried[] = [];
    for (const [origin, lines] of parts) {
      const key = `${origin}:${lines.map((line) => line.index).join(",")}`;
      const before = known.get(key);
      const now = before ?? tryAll(compiled, offer, { origin, lines, measures: measured(lines) }, journey);
      if (!before) known.set(key, now);
      if (isDead(now)) return refused({ ...noService(offer, [now]), dead: origin });
      tried.push(now);
    }
    return offer.acrossOrigins === "sameService" ? sameService(offer, tried) : anyService(offer, tried);
  };
}

function isDead({ answers, rejections }: Tried): boolean {
  return answers.length === 0 && rejections.every(({ rejection }) => whateverTheLines.has(rejection.reason));
}

/** Measures lines; the same lines are measured once for all offers and origins of a quote. */
export type MeasureLines = (lines: readonly OrderLine[]) => Measures;

export function rememberMeasures(): MeasureLines {
  const known = new Map<string, Measures>();
  return (lines) => {
    const key = lines.map((line) => line.index).join(",");
    const before = known.get(key);
    if (before) return before;
    const measures = measure(lines);
    known.set(key, measures);
    return measures;
  };
}

/** Reasons that hold for an origin and a destination whichever lines are shipped: no other shipment need be tried. */
const whateverTheLines: ReadonlySet<ReasonCode> = new Set([
  "inactive",
  "origin-not-served-by-service",
  "po-box",
  "cash-on-delivery",
  "collection-point",
  "signature",
  "zone-not-found",
  "zone-not-served",
  "no-edition",
]);

function tryAll(compiled: CompiledSetup, offer: Offer, shipment: Shipment, journey: Journey): Tried {
  const answers: ServiceAnswer[] = [];
  const rejections: ServiceRejection[] = [];
  for (const code of offer.services) {
    const service = compiled.services.get(code);
    if (!service) continue;
    const answer = tryService(service, shipment, journey, compiled.exchange);
    if (answer.ok) answers.push(answer.value);
    else rejections.push({ service: code, origin: shipment.origin, rejection: answer.rejection });
  }
  return { shipment, answers, rejections };
}

function anyService(offer: Offer, tried: readonly Tried[]): Outcome<Assignment, Stop> {
  const rated: RatedShipment[] = [];
  for (const { shipment, answers } of tried) {
    const answer = taken(offer, answers);
    if (!answer) return refused(noService(offer, tried));
    rated.push({ shipment, answer });
  }
  return given(assignment(rated));
}

function sameService(offer: Offer, tried: readonly Tried[]): Outcome<Assignment, Stop> {
  if (tried.some(({ answers }) => answers.length === 0)) return refused(noService(offer, tried));
  const options = offer.services.flatMap((code) => {
    const rated = tried.flatMap(({ shipment, answers }) => {
      const answer = answers.find((one) => one.service === code);
      return answer ? [{ shipment, answer }] : [];
    });
    return rated.length === tried.length ? [assignment(rated)] : [];
  });
  let best: Assignment | undefined;
  for (const option of options)
    if (!best || (offer.pick === "cheapest" && option.cost.lessThan(best.cost))) best = option;
  if (best) return given(best);
  const rejection = reject("no-common-service", {}, joinPath("offers", offer.code, "acrossOrigins"));
  return refused({ rejection, because: () => tried.flatMap((one) => one.rejections) });
}

/** By `pick`: the lowest cost, or the first listed; of equal costs the first listed. */
function taken(offer: Offer, answers: readonly ServiceAnswer[]): ServiceAnswer | undefined {
  let best: ServiceAnswer | undefined;
  for (const answer of answers)
    if (!best || (offer.pick === "cheapest" && answer.cost.lessThan(best.cost))) best = answer;
  return best;
}

function assignment(shipments: readonly RatedShipment[]): Assignment {
  return { shipments, cost: sum(shipments.map(({ answer }) => answer.cost)) };
}

function noService(offer: Offer, tried: readonly Tried[]): Stop {
  const stuck = tried.filter(({ answers }) => answers.length === 0);
  return {
    rejection: reject(
      "no-service",
      { services: offer.services.length },
      joinPath("offers", offer.code, "services"),
    ),
    because: () => stuck.flatMap((one) => one.rejections),
  };
}
