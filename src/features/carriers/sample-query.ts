import type { Sample } from "@/core/quote/service-samples";
import { destinationText, readDestinations, readQuantity, type AnyUnit } from "@/features/edits";
import type { WeightUnit } from "@/core/units/unit";

const MOST_WEIGHTS = 8;
const MOST_PLACES = 4;
export const USUAL_DENSITY = 200;

/** Weights as typed, "1; 5; 20" in the business's unit; what is no weight is left out. */
export function readWeights(text: string, unit: WeightUnit): Sample["weight"][] {
  return text
    .split(/[;\s]+|,(?=\s)/)
    .filter(Boolean)
    .map((part) => readQuantity(part, unit as AnyUnit))
    .flatMap((read) => (read && /^\d+(\.\d+)?$/.test(read.value) ? [{ value: read.value, unit }] : []))
    .slice(0, MOST_WEIGHTS);
}

const GRAMS: Readonly<Record<WeightUnit, number>> = { kg: 1000, g: 1, lb: 453.59237, oz: 28.349523125 };

/** A cube of that weight at a density in kg per m³, its sides in whole millimetres: a stand-in for a parcel nobody measured. */
export function cubeOf(weight: Sample["weight"], density: number): NonNullable<Sample["size"]> {
  const cubicMillimetres = ((Number(weight.value) * GRAMS[weight.unit]) / 1000 / density) * 1e9;
  const side = String(Math.max(1, Math.round(Math.cbrt(cubicMillimetres))));
  return { length: side, width: side, height: side, unit: "mm" };
}

/** A density as typed, kg per m³; the usual one of mixed goods where it is none. */
export function readDensity(text: string | undefined): number {
  const figure = Number((text ?? "").replace(",", "."));
  return figure > 0 && Number.isFinite(figure) ? figure : USUAL_DENSITY;
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
