import { reject, type Rejection } from "../working/reason";
import { isIn, type CompiledPlace } from "./compiled-place";
import type { Place } from "./zone-index";

/** Why an offer or a service does not go to a place: it is barred, or others alone are named; an empty list is no limit. */
export function barredPlace(
  { only, not }: { readonly only: readonly CompiledPlace[]; readonly not: readonly CompiledPlace[] },
  place: Place,
  path: string,
): Rejection | undefined {
  if (only.length === 0 && not.length === 0) return undefined;
  const where = { country: place.country, postcode: place.postcode };
  const barred = not.findIndex((entry) => isIn(entry, place));
  if (barred >= 0) return reject("destination", where, `${path}/destinations/not/${barred}`);
  if (only.length > 0 && !only.some((entry) => isIn(entry, place)))
    return reject("destination", where, `${path}/destinations/only`);
  return undefined;
}
