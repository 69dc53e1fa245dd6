import { moneyText } from "../money/currency";
import { Decimal } from "../money/decimal";
import type { Measures } from "../parcels/measures";
import type { OrderLine } from "../parcels/order-line";
import { adjust } from "../plans/adjust";
import { planCharge, type PlanContext } from "../plans/price-plan";
import type { Journey } from "../services/shipment";
import { tryService } from "../services/try-service";
import type { Channel, Offer } from "../setup/offer";
import { joinPath } from "../setup/path";
import type { LineOrigins, RatedShipment, ServiceRejection, SourcingOrigin } from "../sourcing/candidate";
import { chooseOrigins, type Choice } from "../sourcing/choose-origins";
import { lineOrigins } from "../sourcing/line-origins";
import type { Rejection } from "../working/reason";
import { Trace, type Step } from "../working/step";
import { countryPosition, distanceKm } from "../zones/country-positions";
import type { CompiledSetup } from "./compiled-setup";
import { guardOffer } from "./offer-guard";
import type { QuotedOffer, QuotedShipment, WithheldOffer } from "./quote";
import { rememberMeasures, shipmentRater, type MeasureLines } from "./rate-shipments";
import type { QuoteRequest } from "./request";
import { taxCharge, type TaxedCharge } from "./tax";

/** What sourcing chooses from. */
export interface SourcingCandidates {
  readonly lines: readonly LineOrigins[];
  readonly origins: readonly SourcingOrigin[];
  readonly measured: MeasureLines;
}

/** What is the same for every offer of a quote. */
export interface OrderContext {
  readonly compiled: CompiledSetup;
  readonly request: QuoteRequest;
  readonly channel: Channel;
  readonly lines: readonly OrderLine[];
  readonly measures: Measures;
  readonly journey: Journey;
  readonly candidates: SourcingCandidates;
  readonly explainOrder: (trace: Trace) => void;
}

/** One offer's result: given, or withheld with its reason. */
export function quoteOffer(
  order: OrderContext,
  offer: Offer,
): { given: QuotedOffer } | { withheld: WithheldOffer } {
  const { compiled, request, lines, journey } = order;
  const barred = guardOffer(offer, request, lines, journey.place);
  if (barred) return withheld(offer, barred);
  const choice = source(order, offer);
  if (!choice.ok) return withheld(offer, choice.rejection.rejection, choice.rejection.because());
  const steps: Step[] = [];
  const trace = request.working ? new Trace(steps, "order") : undefined;
  if (trace) explainShipments(order, offer, choice.value, trace);
  const plan = planCharge(planContext(order, offer, choice.value), trace?.at("plan"));
  if (!plan.ok) return withheld(offer, plan.rejection);
  const adjusted = adjust(offer, plan.value, journey.currency, trace?.at("charge"));
  const tax = taxOf(compiled, offer);
  const charge = taxCharge(
    adjusted,
    tax.percent,
    order.channel.pricesIncludeTax,
    journey.currency,
    trace?.at("charge"),
    tax.source,
  );
  return { given: quoted(offer, choice.value, charge, tax.percent, journey.currency, trace && steps) };
}

function withheld(
  offer: Offer,
  rejection: Rejection,
  because: readonly ServiceRejection[] = [],
): { withheld: WithheldOffer } {
  return { withheld: { offer: offer.code, name: offer.name, reason: rejection.reason, rejection, because } };
}

function source({ compiled, lines, journey, candidates }: OrderContext, offer: Offer) {
  const leaving = compiled.originsOf.get(offer.code);
  const possible = candidates.lines.map((line) => onlyLeaving(line, leaving));
  // an offer that leaves from none of them tells why, service by service
  const usable = possible.every((line) => !line.ok || line.value.length > 0) ? possible : candidates.lines;
  return chooseOrigins(
    lines,
    usable,
    candidates.origins,
    compiled.setup.sourcing,
    shipmentRater(compiled, offer, journey, candidates.measured),
  );
}

function onlyLeaving(line: LineOrigins, leaving: ReadonlySet<string> | undefined): LineOrigins {
  return line.ok && leaving ? { ok: true, value: line.value.filter((code) => leaving.has(code)) } : line;
}

/** Which origins may ship which line to the journey's place: the same for every offer. */
export function sourcingCandidates(
  compiled: CompiledSetup,
  lines: readonly OrderLine[],
  journey: Journey,
): SourcingCandidates {
  const there = countryPosition(journey.place.country);
  return {
    lines: lines.map((line) => lineOrigins(line, compiled.setup.origins, journey.place)),
    origins: compiled.ranks.map((origin) => {
      const here = compiled.positions.get(origin.code);
      return { ...origin, distance: here && there ? distanceKm(here, there) : undefined };
    }),
    measured: rememberMeasures(),
  };
}

function planContext(order: OrderContext, offer: Offer, choice: Choice): PlanContext {
  return {
    offer,
    order: order.measures,
    shipments: choice.assignment.shipments,
    cost: choice.assignment.cost,
    journey: order.journey,
    exchange: order.compiled.exchange,
    homeCurrency: order.compiled.setup.business.homeCurrency,
    tariffs: order.compiled.tariffs,
  };
}

/** The percent of the offer, else of its charge type, else of the business. */
function taxOf(compiled: CompiledSetup, offer: Offer): { percent: Decimal; source: string } {
  if (offer.taxPercent !== undefined)
    return { percent: Decimal.of(offer.taxPercent), source: joinPath("offers", offer.code, "taxPercent") };
  const ofType = compiled.taxOfChargeType.get(offer.chargeType);
  if (ofType) return { percent: ofType, source: joinPath("chargeTypes", offer.chargeType, "taxPercent") };
  return {
    percent: Decimal.of(compiled.setup.business.deliveryTaxPercent),
    source: "business/deliveryTaxPercent",
  };
}

/** Tells how the chosen shipments came about by trying their services once more, this time with a trace. */
function explainShipments(order: OrderContext, offer: Offer, choice: Choice, trace: Trace): void {
  order.explainOrder(trace);
  const { shipments, cost } = choice.assignment;
  shipments.forEach((rated, index) =>
    explainShipment(order, offer, choice, rated, shipments.length > 1 ? trace.forShipment(index) : trace),
  );
  if (shipments.length > 1)
    trace
      .at("rate")
      .add("costs-added", { shipments: shipments.length }, moneyText(cost, order.journey.currency));
}

function explainShipment(
  order: OrderContext,
  offer: Offer,
  choice: Choice,
  rated: RatedShipment,
  trace: Trace,
): void {
  const { compiled, journey } = order;
  const { shipment, answer } = rated;
  const origin = compiled.setup.origins.find((one) => one.code === shipment.origin);
  const service = compiled.services.get(answer.service);
  if (!origin || !service) return;
  const inputs = {
    origin: origin.code,
    name: origin.name,
    by: choice.by,
    others: choice.others,
    shipments: choice.assignment.shipments.length,
  };
  trace.at("origin").add("origin-chosen", inputs, origin.code, joinPath("origins", origin.code));
  const working = offer.services.filter((code) => {
    const other = compiled.services.get(code);
    return other && tryService(other, shipment, journey, compiled.exchange).ok;
  });
  trace.at("service").add(
    "service-taken",
    {
      service: answer.service,
      name: service.service.name,
      pick: offer.pick,
      working: working.length,
      tried: offer.services.length,
    },
    answer.service,
    joinPath("offers", offer.code, "services"),
  );
  tryService(service, shipment, journey, compiled.exchange, trace);
}

function quoted(
  offer: Offer,
  choice: Choice,
  charge: TaxedCharge,
  taxPercent: Decimal,
  currency: string,
  working?: readonly Step[],
): QuotedOffer {
  const { shipments, cost } = choice.assignment;
  const text = (amount: Decimal) => moneyText(amount, currency);
  return {
    offer: offer.code,
    name: offer.name,
    net: text(charge.net),
    tax: text(charge.tax),
    gross: text(charge.gross),
    free: charge.gross.sign === 0,
    cost: text(cost),
    margin: text(charge.net.minus(cost)),
    shipments: shipments.map((rated) => quotedShipment(rated, currency)),
    chargeLines: [
      {
        type: offer.chargeType,
        name: offer.name,
        net: text(charge.net),
        taxPercent: taxPercent.toString(),
        tax: text(charge.tax),
      },
    ],
    ...(working ? { working } : {}),
  };
}

function quotedShipment({ shipment, answer }: RatedShipment, currency: string): QuotedShipment {
  return {
    origin: shipment.origin,
    service: answer.service,
    ...(answer.zone === undefined ? {} : { zone: answer.zone }),
    parcels: shipment.measures.parcels,
    ...(answer.chargeableWeight ? { chargeableWeight: answer.chargeableWeight.toString() } : {}),
    cost: moneyText(answer.cost, currency),
    lines: shipment.lines.map((line) => ({ sku: line.item.sku, quantity: line.quantity })),
  };
}
