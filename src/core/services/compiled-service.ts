import { Decimal } from "../money/decimal";
import { joinPath } from "../setup/path";
import type { Service } from "../setup/service";
import type { CompiledTariff } from "../tariffs/compiled-tariff";
import {
  inCentimetres,
  inCubicCentimetres,
  inKilograms,
  type Quantity,
  type WeightUnit,
} from "../units/unit";

/** A limit in base units beside the figure as it was typed, so that a refusal can repeat it. */
export interface CompiledLimit {
  readonly base: Decimal;
  readonly typed: Quantity;
}

export interface CompiledService {
  readonly service: Service;
  readonly carrierActive: boolean;
  readonly carrierName: string;
  readonly origins: ReadonlySet<string> | undefined;
  readonly limits: Partial<Record<LimitName, CompiledLimit>>;
  /** cm³ per kg. */
  readonly cubicCentimetresPerKg: Decimal | undefined;
  readonly weightStep: CompiledLimit | undefined;
  readonly weightUnit: WeightUnit;
  /** `undefined` for services that cost nothing: own van, collection. */
  readonly tariff: CompiledTariff | undefined;
  readonly path: string;
}

export type LimitName =
  | "minParcelWeight"
  | "maxParcelWeight"
  | "minShipmentWeight"
  | "maxShipmentWeight"
  | "maxLength"
  | "maxGirthPlusLength"
  | "maxVolume";

const CUBIC_CENTIMETRES_PER_CUBIC_METRE = Decimal.whole(1_000_000);

/** Reads a service's figures once; its tariff is compiled already. */
export function compileService(
  service: Service,
  carrier: { name: string; active: boolean; units: { weight: WeightUnit } } | undefined,
  tariff: CompiledTariff | undefined,
): CompiledService {
  return {
    service,
    carrierActive: carrier?.active === true,
    carrierName: carrier?.name ?? service.carrier,
    origins: service.origins && new Set(service.origins),
    limits: compileLimits(service.limits ?? {}),
    cubicCentimetresPerKg: density(service.volumetric),
    weightStep: service.weightStep && { base: inKilograms(service.weightStep), typed: service.weightStep },
    weightUnit: carrier?.units.weight ?? "kg",
    tariff,
    path: joinPath("services", service.code),
  };
}

function compileLimits(limits: NonNullable<Service["limits"]>): CompiledService["limits"] {
  const compiled: Partial<Record<LimitName, CompiledLimit>> = {};
  for (const name of [
    "minParcelWeight",
    "maxParcelWeight",
    "minShipmentWeight",
    "maxShipmentWeight",
  ] as const) {
    const typed = limits[name];
    if (typed) compiled[name] = { base: inKilograms(typed), typed };
  }
  for (const name of ["maxLength", "maxGirthPlusLength"] as const) {
    const typed = limits[name];
    if (typed) compiled[name] = { base: inCentimetres(typed), typed };
  }
  if (limits.maxVolume)
    compiled.maxVolume = { base: inCubicCentimetres(limits.maxVolume), typed: limits.maxVolume };
  return compiled;
}

function density(volumetric: Service["volumetric"]): Decimal | undefined {
  if (!volumetric) return undefined;
  if ("divisor" in volumetric) return Decimal.of(volumetric.divisor);
  // volume × kg per m³ = volume ÷ (10⁶ ÷ kg per m³); twenty digits keep the quotient finer than a weight step
  return CUBIC_CENTIMETRES_PER_CUBIC_METRE.dividedBy(Decimal.of(volumetric.kgPerM3), 20, "halfAwayFromZero");
}
