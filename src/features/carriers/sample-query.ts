import type { Sample } from "@/core/quote/service-samples";
import { destinationText, readDestinations, readQuantity, type AnyUnit } from "@/features/edits";
import type { WeightUnit } from "@/core/units/unit";

const MOST_WEIGHTS = 8;
const MOST_PLACES = 4;
export const USUAL_DENSITY = 200;

/** What was read of a typed list, and the parts that could not be. */
export interface ReadList<T> {
  readonly read: readonly T[];
  readonly unread: readonly string[];
}

/** Weights as typed, "1; 5; 20" in the business's unit or "5 lb" in one of their own. */
export function readWeights(text: string, unit: WeightUnit): ReadList<Sample["weight"]> {
  const parts = text
    // a unit belongs to the figure before it
    .replace(/(\d)\s+(?=[a-z])/gi, "$1")
    .split(/[;\s]+|,(?=\s)/)
    .filter(Boolean);
  return sorted(parts, MOST_WEIGHTS, (part) => {
    const quantity = readQuantity(part, unit as AnyUnit);
    return quantity && /^\d+(\.\d+)?$/.test(quantity.value)
      ? { value: quantity.value, unit: quantity.unit as WeightUnit }
      : undefined;
  });
}

function sorted<P, T>(
  parts: readonly P[],
  most: number,
  read: (part: P) => T | undefined,
  text = String as (part: P) => string,
): ReadList<T> {
  const found: T[] = [];
  const unread: string[] = [];
  for (const part of parts) {
    const one = found.length < most ? read(part) : undefined;
    if (one === undefined) unread.push(text(part));
    else found.push(one);
  }
  return { read: found, unread };
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

/** Places as typed, "EE, SE 621 45": a country of two letters, and a postcode that is no pattern. */
export function readPlaces(text: string): ReadList<Sample["shipTo"]> {
  return sorted(
    readDestinations(text),
    MOST_PLACES,
    (place) => (/^[A-Z]{2}$/.test(place.country) && !/[*.]/.test(place.postcode ?? "") ? place : undefined),
    destinationText,
  );
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
