import { classRefusal } from "../services/acceptance";
import { joinPath } from "../setup/path";
import type { Offer } from "../setup/offer";
import type { OrderLine } from "../parcels/order-line";
import { reject, type Rejection } from "../working/reason";
import { holds, type Place } from "../zones/zone-index";
import type { QuoteRequest } from "./request";

/**
 * The first thing that keeps an offer from an order before any service is tried: switched off, destination (exclude
 * beats include; an empty include list is everywhere), PO box, goods class, customer group, coupon.
 */
export function guardOffer(
  offer: Offer,
  request: QuoteRequest,
  lines: readonly OrderLine[],
  place: Place,
): Rejection | undefined {
  const path = joinPath("offers", offer.code);
  if (!offer.active) return reject("inactive", { what: "offer", name: offer.name }, `${path}/active`);
  const group = request.customer?.group;
  const rejection = barredPlace(offer, place, path);
  if (rejection) return rejection;
  if (request.shipTo.poBox && offer.poBox === false)
    return reject("po-box", { name: offer.name }, `${path}/poBox`);
  const goods = classRefusal(offer, lines, path);
  if (goods) return goods;
  if (
    offer.customerGroups &&
    offer.customerGroups.length > 0 &&
    (group === undefined || !offer.customerGroups.includes(group))
  )
    return reject(
      "customer-group",
      { groups: offer.customerGroups, ...(group === undefined ? {} : { group }) },
      `${path}/customerGroups`,
    );
  if (offer.couponOnly !== undefined && request.coupon !== offer.couponOnly)
    return reject("coupon", { coupon: offer.couponOnly }, `${path}/couponOnly`);
  return undefined;
}

function barredPlace(offer: Offer, place: Place, path: string): Rejection | undefined {
  const { only = [], not = [] } = offer.destinations ?? {};
  const where = { country: place.country, postcode: place.postcode };
  const barred = not.findIndex((entry) => holds(entry, place));
  if (barred >= 0) return reject("destination", where, `${path}/destinations/not/${barred}`);
  if (only.length > 0 && !only.some((entry) => holds(entry, place)))
    return reject("destination", where, `${path}/destinations/only`);
  return undefined;
}
