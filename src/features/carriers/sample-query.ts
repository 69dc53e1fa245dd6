import type { Sample } from "@/core/quote/service-samples";
import { destinationText, readDestinations, readQuantity, type AnyUnit } from "@/features/edits";
import type { WeightUnit } from "@/core/units/unit";

const MOST_WEIGHTS = 8;
const MOST_PLACES = 4;

/** Weights as typed, "1; 5; 20" in the business's unit; what is no weight is left out. */
export function readWeights(text: string, unit: WeightUnit): Sample["weight"][] {
  return text
    .split(/[;\s]+|,(?=\s)/)
    .filter(Boolean)
    .map((part) => readQuantity(part, unit as AnyUnit))
    .flatMap((read) => (read && /^\d+(\.\d+)?$/.test(read.value) ? [{ value: read.value, unit }] : []))
    .slice(0, MOST_WEIGHTS);
}

/** Places as typed, "EE, SE 621 45"; a place without a country of two letters is left out. */
export function readPlaces(text: string): Sample["shipTo"][] {
  return readDestinations(text)
    .filter((place) => /^[A-Z]{2}$/.test(place.country) && !/[*.]/.test(place.postcode ?? ""))
    .slice(0, MOST_PLACES);
}

export function placesText(places: readonly Sample["shipTo"][]): string {
  return places
    .map(({ country, subdivision, postcode }) =>
      destinationText({
        country,
        ...(subdivision === undefined ? {} : { subdivision }),
        ...(postcode === undefined ? {} : { postcode }),
      }),
    )
    .join(", ");
}
