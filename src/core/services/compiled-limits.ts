import type { Decimal } from "../money/decimal";
import type { Limits } from "../setup/service";
import { inCentimetres, inCubicCentimetres, inKilograms, type Quantity } from "../units/unit";

/** A limit in base units beside the figure as it was typed, so that a refusal can repeat it. */
export interface CompiledLimit {
  readonly base: Decimal;
  readonly typed: Quantity;
}

/** kg. A limit itself is still allowed. */
export interface WeightLimit extends CompiledLimit {
  readonly name: "maxParcelWeight" | "minParcelWeight" | "maxShipmentWeight" | "minShipmentWeight";
  readonly of: "parcel" | "shipment";
  readonly side: "most" | "least";
}

/** cm, or cm³ of the shipment's volume. */
export interface SizeLimit extends CompiledLimit {
  readonly name: "maxLength" | "maxGirthPlusLength" | "maxVolume";
  readonly of: "longestSide" | "girthPlusLength" | "volume";
}

/** A service's limits in the order in which they are looked at. */
export interface CompiledLimits {
  readonly weight: readonly WeightLimit[];
  readonly size: readonly SizeLimit[];
}

const weights = [
  { name: "maxParcelWeight", of: "parcel", side: "most" },
  { name: "minParcelWeight", of: "parcel", side: "least" },
  { name: "maxShipmentWeight", of: "shipment", side: "most" },
  { name: "minShipmentWeight", of: "shipment", side: "least" },
] as const;

const lengths = [
  { name: "maxLength", of: "longestSide" },
  { name: "maxGirthPlusLength", of: "girthPlusLength" },
] as const;

export function compileLimits(limits: Limits = {}): CompiledLimits {
  const weight = weights.flatMap((limit): WeightLimit[] => {
    const typed = limits[limit.name];
    return typed ? [{ ...limit, typed, base: inKilograms(typed) }] : [];
  });
  const size = lengths.flatMap((limit): SizeLimit[] => {
    const typed = limits[limit.name];
    return typed ? [{ ...limit, typed, base: inCentimetres(typed) }] : [];
  });
  const { maxVolume: typed } = limits;
  if (typed) size.push({ name: "maxVolume", of: "volume", typed, base: inCubicCentimetres(typed) });
  return { weight, size };
}
