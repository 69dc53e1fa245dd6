import { weekdayOf, dateOf } from "../calendar/working-days";
import { localTime } from "../calendar/local-time";
import { Decimal } from "../money/decimal";
import { handOver, type HandOver } from "../promise/hand-over";
import type { Delay, Journey } from "../rules/journey";
import { countryPosition, distanceKm } from "../zones/country-positions";
import { UNKNOWN_DISTANCE } from "../sourcing/origin-sets";
import { normalisePostcode } from "../zones/postcode";
import type { CompiledSetup } from "./compiled-setup";
import type { QuoteRequest } from "./request";

/** Reads what is the same for every shipment and every offer; `placedAt` is an instant that exists. */
export function journeyOf(
  compiled: CompiledSetup,
  request: QuoteRequest,
  currency: string,
  placedAt: string,
  delayOf: (origin: string) => Delay | undefined = () => undefined,
): Journey {
  const { country, subdivision, postcode = "", poBox = false, collectionPoint = false } = request.shipTo;
  const { timeZone, homeCurrency } = compiled.setup.business;
  const instant = Date.parse(placedAt);
  const { day } = localTime(instant, timeZone);
  const handOvers = new Map<string, HandOver | undefined>();
  const handOverFrom = (origin: string) => {
    if (!handOvers.has(origin)) {
      const hours = compiled.origins.get(origin)?.hours;
      // a place that is closed works on what came meanwhile when it opens
      const from = Math.max(instant, delayOf(origin)?.until ?? instant);
      handOvers.set(origin, hours && Number.isFinite(from) ? handOver(hours, from) : undefined);
    }
    return handOvers.get(origin);
  };
  return {
    place: {
      country,
      postcode: normalisePostcode(postcode),
      ...(subdivision === undefined ? {} : { subdivision }),
    },
    city: request.shipTo.city,
    needs: {
      poBox,
      collectionPoint,
      cashOnDelivery: request.cashOnDelivery === true,
      signature: request.signature === true,
      cashOnDeliveryAmount:
        request.cashOnDeliveryAmount === undefined ? undefined : Decimal.of(request.cashOnDeliveryAmount),
    },
    channel: request.channel,
    customerGroup: request.customer?.group,
    hasTaxId: (request.customer?.taxId ?? "").trim() !== "",
    coupon: request.coupon,
    placedAt,
    date: dateOf(day),
    weekday: weekdayOf(day),
    currency,
    homeCurrency,
    fromHome: compiled.exchange.on(dateOf(day)).find(homeCurrency, currency),
    distanceFrom: (origin) => Decimal.of(String(kilometres(compiled, origin, country) ?? UNKNOWN_DISTANCE)),
    handOverFrom,
    delayOf,
    billedOn: (origin) => dateOf(handOverFrom(origin)?.day ?? day),
  };
}

/** From an origin's position to the middle of the destination's country; `undefined` when either is unknown. */
export function kilometres(compiled: CompiledSetup, origin: string, country: string): number | undefined {
  const here = compiled.origins.get(origin)?.position;
  const there = countryPosition(country);
  return here && there && distanceKm(here, there);
}
