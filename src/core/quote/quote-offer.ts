import { moneyText } from "../money/currency";
import { Decimal } from "../money/decimal";
import { adjust, type Adjusted } from "../plans/adjust";
import { freeFrom, isFree, type FreeGap } from "../plans/free-delivery";
import { partOfShipments, type Part } from "../plans/part";
import type { SellContext } from "../plans/sell-context";
import { planCharge } from "../plans/price-plan";
import { datesOf } from "../promise/hand-over";
import type { RatedShipment, ServiceRejection } from "../sourcing/candidate";
import { chooseOrigins, type Choice } from "../sourcing/choose-origins";
import { given, type Outcome, type Rejection } from "../working/reason";
import { Trace, type Step } from "../working/step";
import { chargeLines, type Charged } from "./charge-lines";
import type { CompiledOffer } from "./compiled-offer";
import { explainFree, explainFreeFrom, explainPromise, explainShipments } from "./explain-offer";
import { guardOffer } from "./guard-offer";
import { setTax } from "./offer-tax";
import type { OrderContext } from "./order-context";
import type { Facts } from "../rules/facts";
import { promiseOf } from "./promise";
import type { QuotedOffer, QuotedShipment, WithheldOffer } from "./quote";
import { shipmentRater } from "./shipment-rater";
import { explainBusinessTax } from "../tax/business-tax";
import type { TaxRate } from "../tax/tax-rate";

/** One offer's result: given, or withheld with its reason. */
export function quoteOffer(
  order: OrderContext,
  compiled: CompiledOffer,
): { given: QuotedOffer } | { withheld: WithheldOffer } {
  const steps: Step[] = [];
  const trace = order.withWorking ? new Trace(steps, "order") : undefined;
  const withhold = (rejection: Rejection, because: readonly ServiceRejection[] = []) => ({
    withheld: withheldOffer(compiled, rejection, because, trace && steps),
  });
  if (trace) order.explainOrder(trace);
  const barred = guardOffer(compiled, order.lines, order.book.context);
  if (barred) return withhold(barred);
  const choice = chooseOrigins(order.sourcing, compiled.leavesFrom, shipmentRater(compiled, order.book));
  if (!choice.ok) return withhold(choice.rejection.rejection, choice.rejection.because());
  const { assignment } = choice.value;
  if (trace) explainShipments(order, compiled, choice.value, trace);
  const { journey, sell } = moneyOf(order, compiled);
  const costTax = order.channel.pricesIncludeTax
    ? rates(order, compiled)(compiled.offer.chargeType)
    : undefined;
  const part = partOfShipments(journey, assignment.shipments, assignment.cost, costTax);
  const freeBy = order.freeMeasures ? { ...part.facts, measures: order.freeMeasures } : part.facts;
  const charge = chargeOf(sell, compiled, part, freeBy, trace);
  if (!charge.ok) return withhold(charge.rejection);
  return { given: quoted(order, compiled, choice.value, charge.value, trace, steps) };
}

/** The journey and the context with the offer's own currency where typed amounts are read. */
function moneyOf({ journey, sell }: OrderContext, { currency }: CompiledOffer) {
  if (currency === journey.homeCurrency) return { journey, sell };
  return {
    journey: {
      ...journey,
      homeCurrency: currency,
      fromHome: sell.exchange.find(currency, journey.currency),
    },
    sell: { ...sell, homeCurrency: currency },
  };
}

function withheldOffer(
  { offer }: CompiledOffer,
  rejection: Rejection,
  because: readonly ServiceRejection[],
  working: readonly Step[] | undefined,
): WithheldOffer {
  const withheld: Writable<WithheldOffer> = {
    offer: offer.code,
    name: offer.name,
    reason: rejection.reason,
    rejection,
    because,
  };
  if (working) withheld.working = working;
  return withheld;
}

interface OfferCharge extends Adjusted {
  readonly freeFrom: FreeGap | undefined;
}

const nothing = { amount: Decimal.zero, additions: [], freeFrom: undefined };

/** Plan, adjustments, free delivery by the facts it is decided by: the charge before it is rounded and taxed. */
function chargeOf(
  sell: SellContext,
  compiled: CompiledOffer,
  part: Part,
  freeBy: Facts,
  trace?: Trace,
): Outcome<OfferCharge> {
  const plan = planCharge(compiled.pricing, part, sell, trace?.at("plan"));
  if (!plan.ok) return plan;
  // a rule that says free means it: nothing is added, and no minimum raises it
  if (plan.value.free) return given(nothing);
  const { amount } = plan.value;
  const adjusted = compiled.adjustments
    ? adjust(compiled.adjustments, amount, part, sell, trace?.at("charge"))
    : given({ amount, additions: [] });
  if (!adjusted.ok) return adjusted;
  const { free } = compiled;
  if (free && isFree(free, freeBy)) {
    if (trace) explainFree(free, freeBy, adjusted.value.amount, trace.at("charge"));
    return given(nothing);
  }
  const missing = free && freeFrom(free, freeBy);
  if (missing && trace && free) explainFreeFrom(free, missing, freeBy, trace.at("charge"));
  const left = notNegative(adjusted.value, part.facts.journey.currency, compiled.path, trace);
  return given({ amount: left.amount, additions: left.additions, freeFrom: missing });
}

/** Negative terms and additions can take all of a charge away, but nobody is paid for being delivered to. */
function notNegative(adjusted: Adjusted, currency: string, path: string, trace?: Trace): Adjusted {
  if (adjusted.amount.sign >= 0) return adjusted;
  const before = { amount: moneyText(adjusted.amount, currency), currency };
  trace?.at("charge").add("charge-not-negative", { before }, moneyText(Decimal.zero, currency), path);
  return { amount: Decimal.zero, additions: [] };
}

/** The rate of the offer, else of the charge type, else of the rule for the destination, else of the business. */
function rates(order: OrderContext, offer: CompiledOffer, trace?: Trace): (type: string) => TaxRate {
  const { compiled, journey, lines, taxing } = order;
  let untold = trace;
  return (type) => {
    const fixed = setTax(compiled, offer, type);
    if (fixed) return fixed;
    const ofBusiness = order.businessTax();
    if (untold) explainBusinessTax(ofBusiness, taxing, lines, journey, untold);
    untold = undefined;
    return ofBusiness.rate;
  };
}

function quoted(
  order: OrderContext,
  compiled: CompiledOffer,
  choice: Choice,
  charge: OfferCharge,
  trace: Trace | undefined,
  steps: readonly Step[],
): QuotedOffer {
  const { offer } = compiled;
  const { currency } = order.journey;
  const { shipments, cost } = choice.assignment;
  const { total, lines } = charged(order, compiled, charge, trace?.at("charge"));
  const promise = promiseOf(order.journey, shipments, offer.tier === "collection");
  if (trace) explainPromise(order, compiled, shipments, trace);
  const { freeFrom: gap } = charge;
  const given: Writable<QuotedOffer> = {
    offer: offer.code,
    name: offer.name,
    net: moneyText(total.net, currency),
    tax: moneyText(total.tax, currency),
    gross: moneyText(total.gross, currency),
    free: total.gross.sign === 0,
    cost: moneyText(cost, currency),
    margin: moneyText(total.net.minus(cost), currency),
    shipments: shipments.map((rated) => quotedShipment(rated, currency)),
    chargeLines: lines,
  };
  if (gap) given.freeFrom = { threshold: gap.threshold, missing: gap.missing };
  if (promise) given.promise = datesOf(promise);
  if (trace) given.working = steps;
  return given;
}

function charged(order: OrderContext, compiled: CompiledOffer, charge: OfferCharge, trace?: Trace): Charged {
  const making = {
    name: compiled.offer.name,
    type: compiled.offer.chargeType,
    rateOf: rates(order, compiled, trace),
    includesTax: order.channel.pricesIncludeTax,
    currency: order.journey.currency,
  };
  return chargeLines(charge.amount, charge.additions, making, trace);
}

function quotedShipment({ shipment, answer }: RatedShipment, currency: string): QuotedShipment {
  const { zone, chargeableWeight } = answer;
  const quoted: Writable<QuotedShipment> = {
    origin: shipment.origin,
    service: answer.service,
    parcels: shipment.measures.parcels,
    cost: moneyText(answer.cost, currency),
    lines: shipment.lines.map(({ item, quantity }) => ({ sku: item.sku, quantity })),
  };
  if (zone !== undefined) quoted.zone = zone;
  if (chargeableWeight) quoted.chargeableWeight = chargeableWeight.settled().toString();
  return quoted;
}

/** While it is put together: conditional spreads cost more than the figures. */
type Writable<T> = { -readonly [K in keyof T]: T[K] };
