import { WorkingDays } from "../calendar/working-days";
import { Decimal } from "../money/decimal";
import type { Charts } from "../rules/condition";
import type { GoodsClass } from "../setup/business";
import type { Carrier } from "../setup/carrier";
import { joinPath } from "../setup/path";
import type { Service } from "../setup/service";
import { inKilograms, type WeightUnit } from "../units/unit";
import { compileLimits, type CompiledLimit, type CompiledLimits } from "./compiled-limits";
import type { CompiledRate } from "./compiled-rate";
import { FuelIndex } from "./fuel-index";
import { risesWithGoods } from "./rises";
import { compilePlace, type CompiledPlace } from "../zones/compiled-place";
import { compileSurcharges, type CompiledSurcharge } from "./surcharges";

export interface TransitDays {
  readonly minDays: number;
  readonly maxDays: number;
}

/** So many kilograms are charged for so many cubic centimetres. */
export interface Density {
  readonly kilograms: Decimal;
  readonly cubicCentimetres: Decimal;
}

export interface CompiledService {
  readonly service: Service;
  readonly carrierActive: boolean;
  readonly carrierName: string;
  readonly carrierCurrency: string;
  readonly carrierDays: WorkingDays;
  readonly fuel: FuelIndex;
  readonly origins: ReadonlySet<string> | undefined;
  readonly only: readonly CompiledPlace[];
  readonly not: readonly CompiledPlace[];
  /** Goods classes that may not go by its mode. */
  readonly notTaken: ReadonlySet<string>;
  readonly limits: CompiledLimits;
  /** cm³ per kg. */
  readonly density: Density | undefined;
  readonly weightStep: CompiledLimit | undefined;
  readonly weightUnit: WeightUnit;
  readonly rate: CompiledRate;
  readonly surcharges: readonly CompiledSurcharge[];
  readonly transitByZone: ReadonlyMap<string, TransitDays>;
  /** Whether more goods surely never cost less. */
  readonly rises: boolean;
  readonly path: string;
}

const CUBIC_CENTIMETRES_PER_CUBIC_METRE = Decimal.whole(1_000_000);

/** What a service is compiled with; everything of it was compiled before. */
export interface ServiceSurroundings {
  readonly carrier: Carrier | undefined;
  readonly rate: CompiledRate;
  readonly charts: Charts;
  readonly goodsClasses: readonly GoodsClass[];
}

/** Reads a service's figures once. */
export function compileService(
  service: Service,
  { carrier, rate, charts, goodsClasses }: ServiceSurroundings,
): CompiledService {
  const surcharges = compileSurcharges(service, charts);
  return {
    service,
    carrierActive: carrier?.active === true,
    carrierName: carrier?.name ?? service.carrier,
    carrierCurrency: carrier?.currency ?? "",
    carrierDays: new WorkingDays(carrier?.workdays ?? []),
    fuel: new FuelIndex(service.carrier, carrier?.fuelIndex),
    // an empty list is no limit
    origins: service.origins?.length ? new Set(service.origins) : undefined,
    only: (service.destinations?.only ?? []).map(compilePlace),
    not: (service.destinations?.not ?? []).map(compilePlace),
    notTaken: new Set(
      goodsClasses.flatMap(({ code, notBy = [] }) =>
        service.mode !== undefined && notBy.includes(service.mode) ? [code] : [],
      ),
    ),
    limits: compileLimits(service.limits),
    density: densityOf(service.volumetric),
    weightStep: service.weightStep && { base: inKilograms(service.weightStep), typed: service.weightStep },
    weightUnit: carrier?.units.weight ?? "kg",
    rate,
    surcharges,
    transitByZone: new Map(service.transit.byZone?.map((entry) => [entry.zone, entry])),
    rises: risesWithGoods(rate, surcharges),
    path: joinPath("services", service.code),
  };
}

/** Transit days to a zone: its own where the service names some, else the service's. */
export function transitTo(
  { service, transitByZone }: CompiledService,
  zone: string | undefined,
): TransitDays {
  return (zone === undefined ? undefined : transitByZone.get(zone)) ?? service.transit;
}

function densityOf(volumetric: Service["volumetric"]): Density | undefined {
  if (!volumetric) return undefined;
  return "divisor" in volumetric
    ? { kilograms: Decimal.one, cubicCentimetres: Decimal.of(volumetric.divisor) }
    : { kilograms: Decimal.of(volumetric.kgPerM3), cubicCentimetres: CUBIC_CENTIMETRES_PER_CUBIC_METRE };
}
