import { Decimal, quotient, sum } from "../money/decimal";
import type { ParcelGroup } from "../parcels/form-parcels";
import { shownIn } from "../units/unit";
import type { Trace } from "../working/step";
import type { CompiledService } from "./compiled-service";

/**
 * The weight a carrier bills: per parcel the larger of actual and volumetric weight, rounded up to the service's
 * weight step; the shipment's is the sum. `undefined` when a weight is missing. In kg.
 */
export function chargeableWeight(
  service: CompiledService,
  groups: readonly ParcelGroup[],
): Decimal | undefined {
  let total = Decimal.zero;
  for (const group of groups) {
    const one = ofParcel(service, group);
    if (!one) return undefined;
    total = total.plus(one.times(Decimal.whole(group.count)));
  }
  return total;
}

function ofParcel(service: CompiledService, group: ParcelGroup): Decimal | undefined {
  if (!group.weight) return undefined;
  const volumetric = ofVolume(service, group);
  const larger = volumetric?.moreThan(group.weight) ? volumetric : group.weight;
  const step = service.weightStep?.base;
  return step && step.sign > 0 ? larger.settled().roundedToStep(step, "ceiling") : larger;
}

/** Volume ÷ divisor, or volume × kg per m³; `undefined` for services that weigh only. */
function ofVolume(service: CompiledService, group: ParcelGroup): Decimal | undefined {
  const { density } = service;
  return density && quotient(group.volume.times(density.kilograms), density.cubicCentimetres);
}

/** Adds the steps that lead to the chargeable weight. */
export function explainChargeableWeight(
  service: CompiledService,
  groups: readonly ParcelGroup[],
  actual: Decimal,
  chargeable: Decimal,
  trace: Trace,
): void {
  const { volumetric, weightStep } = service.service;
  const total = (of: (group: ParcelGroup) => Decimal) =>
    sum(groups.map((group) => of(group).times(Decimal.whole(group.count))));
  const weight = (kg: Decimal) => shownIn(kg, service.weightUnit);
  if (volumetric) {
    const byVolume = weight(total((group) => ofVolume(service, group) ?? Decimal.zero));
    trace.add(
      "volumetric-weight",
      {
        volume: shownIn(
          total((group) => group.volume),
          "divisor" in volumetric ? "cm3" : "m3",
        ),
        volumetric: byVolume,
        ...volumetric,
      },
      byVolume.value,
      `${service.path}/volumetric`,
    );
  }
  const result = weight(chargeable);
  trace.add(
    "weight-charged",
    { actual: weight(actual), ...(weightStep ? { step: weightStep } : {}), chargeable: result },
    result.value,
    weightStep ? `${service.path}/weightStep` : undefined,
  );
}
