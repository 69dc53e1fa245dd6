import { roundMoney } from "../money/currency";
import { convert } from "../money/exchange";
import type { Decimal } from "../money/decimal";
import { Measures } from "../parcels/measures";
import type { ServiceAnswer } from "../services/shipment";
import { tryService } from "../services/try-service";
import type { Rejection } from "../working/reason";
import { partsOf, type Ground } from "./ground";

/** What left from an origin, by which service. */
export interface SentShipment {
  readonly service: string;
  readonly origin: string;
  readonly lines: readonly { readonly sku: string; readonly quantity: number }[];
}

/** A service and what it would cost, without tax in home currency. */
export interface CostBy {
  readonly service: string;
  readonly cost: Decimal;
}

/** A shipment by its own service and by the cheapest there is. */
export interface CheaperService {
  readonly own: CostBy;
  /** The cheapest of all that would take it; its own where none costs less. */
  readonly cheapest: CostBy;
  /** The cheapest of those that take no more days than its own. */
  readonly cheapestInTime: CostBy;
}

/**
 * What a shipment would cost by each service that takes it, as an order of today: by today's tables, limits, what a service
 * accepts and where it goes. Of equal cost its own counts, then the first by the setup. What is sent to an address is not
 * compared with what is collected. Fails with the reason why its own service would not take it any more; without one where that
 * service is gone, or there is no exchange rate into home currency.
 */
export function cheaperService(
  { compiled, lines, journey, context }: Ground,
  sent: SentShipment,
): CheaperService | { readonly rejection: Rejection | undefined } {
  const parts = partsOf(lines, sent.lines);
  const shipment = { origin: sent.origin, lines: parts, measures: new Measures(parts) };
  const { homeCurrency } = compiled.setup.business;
  const conversion = context.exchange.find(journey.currency, homeCurrency);
  const ownService = compiled.services.get(sent.service);
  if (!ownService || !conversion) return { rejection: undefined };
  const own = tryService(ownService, shipment, context);
  if (!own.ok) return { rejection: own.rejection };
  let [cheapest, inTime] = [own.value, own.value];
  for (const service of compiled.services.values()) {
    if (service === ownService || isCollected(service) !== isCollected(ownService)) continue;
    const tried = tryService(service, shipment, context);
    if (!tried.ok) continue;
    if (tried.value.cost.lessThan(cheapest.cost)) cheapest = tried.value;
    if (tried.value.transit.maxDays <= own.value.transit.maxDays && tried.value.cost.lessThan(inTime.cost))
      inTime = tried.value;
  }
  const by = ({ service, cost }: ServiceAnswer): CostBy => ({
    service,
    cost: roundMoney(convert(cost, conversion), homeCurrency),
  });
  return { own: by(own.value), cheapest: by(cheapest), cheapestInTime: by(inTime) };
}

const isCollected = ({ service }: ServiceAnswer["compiled"]) => service.tier === "collection";
