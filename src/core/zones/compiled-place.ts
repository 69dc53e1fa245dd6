import { inPattern, readPattern, type PostcodePattern } from "./postcode";
import type { Place } from "./zone-index";

/** A destination of a list with its postcode pattern read. */
export interface CompiledPlace {
  readonly country: string;
  readonly subdivision: string | undefined;
  readonly pattern: PostcodePattern | undefined;
}

/** Reads a destination that passed the schema. */
export function compilePlace(place: {
  country: string;
  subdivision?: string;
  postcode?: string;
}): CompiledPlace {
  const pattern = place.postcode === undefined ? undefined : readPattern(place.postcode);
  return {
    country: place.country,
    subdivision: place.subdivision,
    // one that can't be read never passed the schema
    pattern: pattern && "problem" in pattern ? undefined : pattern,
  };
}

export function isIn(compiled: CompiledPlace, place: Place): boolean {
  if (compiled.country !== "*" && compiled.country !== place.country) return false;
  if (compiled.subdivision !== undefined && compiled.subdivision !== place.subdivision) return false;
  return !compiled.pattern || inPattern(compiled.pattern, place.postcode, place.country);
}

/** 0 for anywhere, then country, subdivision, postcode: the more the narrower. */
export function narrowness(compiled: CompiledPlace): number {
  if (compiled.pattern)
    return compiled.pattern.kind === "exact" ? 5 : compiled.pattern.kind === "prefix" ? 4 : 3;
  if (compiled.subdivision !== undefined) return 2;
  return compiled.country === "*" ? 0 : 1;
}
