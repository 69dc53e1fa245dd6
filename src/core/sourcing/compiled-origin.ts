import { compileHours, type CompiledHours } from "../promise/hand-over";
import type { Origin } from "../setup/origin";
import { joinPath } from "../setup/path";
import { compilePlace, type CompiledPlace } from "../zones/compiled-place";
import { countryPosition, type Position } from "../zones/country-positions";

/** An origin, read once. */
export interface CompiledOrigin {
  readonly origin: Origin;
  readonly code: string;
  /** The smaller, the sooner. */
  readonly rank: number;
  readonly hours: CompiledHours;
  /** `undefined`: everywhere. */
  readonly serves: readonly CompiledPlace[] | undefined;
  readonly refuses: ReadonlySet<string>;
  /** Its own position, else its country's middle; `undefined` when neither is known. */
  readonly position: Position | undefined;
  readonly path: string;
}

export function compileOrigin(origin: Origin): CompiledOrigin {
  return {
    origin,
    code: origin.code,
    rank: origin.rank,
    hours: compileHours(origin),
    // an empty list is no limit
    serves: origin.serves?.length ? origin.serves.map(compilePlace) : undefined,
    refuses: new Set(origin.refusesGoodsClasses),
    position: origin.position ?? countryPosition(origin.address.country),
    path: joinPath("origins", origin.code),
  };
}

/** The order in which origins are preferred where nothing else decides: by rank, then by code. */
export function byRank(a: { rank: number; code: string }, b: { rank: number; code: string }): number {
  return a.rank - b.rank || (a.code < b.code ? -1 : a.code > b.code ? 1 : 0);
}
