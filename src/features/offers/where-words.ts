import type { Channel, Offer } from "@/core/setup/offer";
import type { Destination } from "@/core/setup/primitives";
import { destinationText } from "@/features/edits";
import type { Choice } from "@/features/rules";
import { countryName } from "@/messages/country-name";
import { list } from "@/messages/figures";

function placesWords(places: readonly Destination[]): string {
  return list(
    places.map((place) =>
      place.postcode === undefined && place.subdivision === undefined && place.country !== "*"
        ? countryName(place.country)
        : place.country === "*" && place.postcode === undefined
          ? "everywhere"
          : destinationText(place),
    ),
  );
}

/** Where an offer is given and to whom, in one sentence. */
export function whereWords(
  offer: Offer,
  channels: readonly Channel[],
  goodsClasses: readonly Choice[],
): string {
  const named = (codes: readonly string[]) =>
    list(codes.map((code) => goodsClasses.find(({ value }) => value === code)?.name ?? code));
  const own = channels.filter(({ code }) => offer.channels.includes(code)).map(({ name }) => name);
  const { only = [], not = [] } = offer.destinations ?? {};
  const { poBox, onlyGoodsClasses = [], refusesGoodsClasses = [], customerGroups = [], couponOnly } = offer;
  return [
    own.length === 0 ? "In no channel" : `In ${list(own)}`,
    `to ${only.length === 0 ? "everywhere" : placesWords(only)}${not.length === 0 ? "" : ` but not to ${placesWords(not)}`}`,
    poBox === false ? "no PO boxes" : "PO boxes too",
    onlyGoodsClasses.length > 0 ? `only ${named(onlyGoodsClasses)}` : "",
    refusesGoodsClasses.length > 0 ? `no ${named(refusesGoodsClasses)}` : "",
    customerGroups.length > 0 ? `for ${list(customerGroups)}` : "every customer",
    couponOnly === undefined ? "" : `with the coupon ${couponOnly}`,
  ]
    .filter(Boolean)
    .join("; ");
}
