import { localTimeText } from "../calendar/local-time-text";
import { dateOf } from "../calendar/working-days";
import { moneyText } from "../money/currency";
import type { Decimal } from "../money/decimal";
import type { CompiledFree, FreeGap } from "../plans/free-delivery";
import type { Facts } from "../rules/facts";
import { tryService } from "../services/try-service";
import type { RatedShipment } from "../sourcing/candidate";
import type { Choice } from "../sourcing/choose-origins";
import type { Trace } from "../working/step";
import type { CompiledOffer } from "./compiled-offer";
import type { OrderContext } from "./order-context";
import { arrivalOf } from "./promise";

/** Tells how the chosen shipments came about by trying their services once more, this time with a trace. */
export function explainShipments(
  order: OrderContext,
  offer: CompiledOffer,
  choice: Choice,
  trace: Trace,
): void {
  const { shipments, cost } = choice.assignment;
  shipments.forEach((rated, index) =>
    explainShipment(order, offer, choice, rated, forShipment(trace, shipments, index)),
  );
  const { proven, others, bound } = choice.decision();
  if (!proven && bound) {
    const { currency } = order.journey;
    const inputs = { tried: others + 1, bound: { amount: moneyText(bound, currency), currency } };
    trace.at("origin").add("origins-not-proven", inputs, undefined, "sourcing");
  }
  if (shipments.length > 1)
    trace
      .at("rate")
      .add("costs-added", { shipments: shipments.length }, moneyText(cost, order.journey.currency));
}

/** Steps of the only shipment are the order's. */
function forShipment(trace: Trace, shipments: readonly RatedShipment[], index: number): Trace {
  return shipments.length > 1 ? trace.forShipment(index) : trace;
}

function explainShipment(
  order: OrderContext,
  offer: CompiledOffer,
  choice: Choice,
  { shipment, answer }: RatedShipment,
  trace: Trace,
): void {
  const origin = order.compiled.origins.get(shipment.origin);
  if (!origin) return;
  const { bound: _, ...decision } = choice.decision();
  const inputs = {
    origin: origin.code,
    name: origin.origin.name,
    ...decision,
    shipments: choice.assignment.shipments.length,
  };
  trace.at("origin").add("origin-chosen", inputs, origin.code, origin.path);
  const booked = order.book.of(shipment.origin, shipment.lines);
  const working = offer.services.filter((service) => order.book.answer(service, booked).ok);
  trace.at("service").add(
    "service-taken",
    {
      service: answer.service,
      name: answer.compiled.service.name,
      pick: offer.offer.pick,
      working: working.length,
      tried: offer.services.length,
    },
    answer.service,
    `${offer.path}/services`,
  );
  tryService(answer.compiled, shipment, order.book.context, trace);
}

/** The conditions that hold, and what it would have cost. */
export function explainFree(free: CompiledFree, facts: Facts, before: Decimal, trace: Trace): void {
  const { currency, homeCurrency } = facts.journey;
  const holding = free.conditions.filter(({ test }) => test(facts) === true);
  trace.add(
    "free-given",
    {
      before: { amount: moneyText(before, currency), currency },
      holds: holding.map(({ condition }) => condition),
      homeCurrency,
    },
    moneyText(before.minus(before), currency),
    free.path,
  );
}

export function explainFreeFrom(
  free: CompiledFree,
  { threshold, missing, measure }: FreeGap,
  { journey: { currency } }: Facts,
  trace: Trace,
): void {
  const money = (amount: string) => ({ amount, currency });
  trace.add(
    "free-missing",
    { threshold: money(threshold), missing: money(missing), measure },
    missing,
    free.path,
  );
}

/** From the order's time to the day the goods are handed over, and from there to the door. */
export function explainPromise(
  { journey, compiled }: OrderContext,
  { offer }: CompiledOffer,
  shipments: readonly RatedShipment[],
  trace: Trace,
): void {
  shipments.forEach(({ shipment, answer }, index) => {
    const own = forShipment(trace, shipments, index);
    const handed = journey.handOverFrom(shipment.origin);
    const delay = journey.delayOf(shipment.origin);
    const origin = compiled.origins.get(shipment.origin);
    const arrival = arrivalOf(journey, shipment.origin, answer, offer.tier === "collection");
    if (!handed || !origin || !arrival) return;
    const { name, cutOff, handlingDays } = origin.origin;
    own.at("origin").add(
      "handed-over",
      {
        origin: name,
        ordered: dateOf(handed.ordered),
        afterCutOff: handed.afterCutOff,
        cutOff,
        counted: dateOf(handed.counted),
        handlingDays,
        ...(delay
          ? {
              closed: {
                reason: delay.reason,
                until: localTimeText(new Date(delay.until).toISOString(), compiled.setup.business.timeZone),
              },
            }
          : {}),
      },
      dateOf(handed.day),
      `${origin.path}/cutOff`,
    );
    const { service } = answer.compiled;
    if (offer.tier === "collection" || service.tier === "collection") {
      const date = dateOf(arrival.earliest);
      own.at("service").add("ready-from", { origin: name, date }, date, `${origin.path}/handlingDays`);
      return;
    }
    const [earliest, latest] = [dateOf(arrival.earliest), dateOf(arrival.latest)];
    own
      .at("service")
      .add(
        "arrives-between",
        { service: service.name, ...pickDays(answer.transit), earliest, latest },
        latest,
        `${answer.compiled.path}/transit`,
      );
  });
}

function pickDays({ minDays, maxDays }: { minDays: number; maxDays: number }) {
  return { minDays, maxDays };
}
