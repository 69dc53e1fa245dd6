import type { OrderLine } from "../parcels/order-line";
import type { Journey } from "../rules/journey";
import { classRefusal } from "../services/acceptance";
import { reject, type Rejection } from "../working/reason";
import type { RatingContext } from "../services/shipment";
import { barredPlace } from "../zones/barred-place";
import type { CompiledOffer } from "./compiled-offer";

/**
 * The first thing that keeps an offer from an order before any service is tried: switched off, suspended, destination (exclude
 * beats include; an empty include list is everywhere), PO box, goods class, a banned item, customer group, coupon.
 */
export function guardOffer(
  compiled: CompiledOffer,
  lines: readonly OrderLine[],
  { journey, suspended }: Pick<RatingContext, "journey" | "suspended">,
): Rejection | undefined {
  const { offer, path } = compiled;
  if (!offer.active) return reject("inactive", { what: "offer", name: offer.name }, `${path}/active`);
  return (
    suspended?.("offer", offer.code) ??
    barredPlace(compiled, journey.place, path) ??
    (journey.needs.poBox && offer.poBox === false
      ? reject("po-box", { name: offer.name }, `${path}/poBox`)
      : undefined) ??
    classRefusal(offer, lines, path) ??
    bannedItem(compiled, lines, journey) ??
    strangeCustomer(compiled, journey)
  );
}

function bannedItem(
  { pricing: { exceptions } }: CompiledOffer,
  lines: readonly OrderLine[],
  { place }: Journey,
): Rejection | undefined {
  if (exceptions.isEmpty) return undefined;
  for (const line of lines) {
    const exception = exceptions.find(line, place);
    if (exception?.effect.kind === "ban")
      return reject("item-banned", { sku: line.item.sku }, exception.path);
  }
  return undefined;
}

function strangeCustomer({ offer, path }: CompiledOffer, journey: Journey): Rejection | undefined {
  const { customerGroups: groups = [], couponOnly } = offer;
  const group = journey.customerGroup;
  if (groups.length > 0 && (group === undefined || !groups.includes(group)))
    return reject(
      "customer-group",
      { groups, ...(group === undefined ? {} : { group }) },
      `${path}/customerGroups`,
    );
  return couponOnly !== undefined && journey.coupon !== couponOnly
    ? reject("coupon", { coupon: couponOnly }, `${path}/couponOnly`)
    : undefined;
}
