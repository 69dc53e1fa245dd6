import type { CompiledSetup } from "../quote/compiled-setup";
import { Decimal } from "../money/decimal";
import type { CompiledLimit } from "../services/compiled-limits";
import type { CompiledService } from "../services/compiled-service";
import { dimensionOf } from "../rules/measured";
import type { CompiledTariff } from "../tariffs/compiled-tariff";
import { shownValue } from "../tariffs/tariff-words";
import type { Quantity } from "../units/unit";
import { finding, type Finding } from "./finding";

/** No parcel is heavier than this: a limit above was likely meant in grams. kg. */
const HEAVIEST_PARCEL = Decimal.whole(1000);
/** A weight limit under this was likely meant in a larger unit. kg. */
const LIGHTEST = Decimal.of("0.05");
/** cm: a parcel, or a load on a lorry, is no longer; and none is shorter. */
const LONGEST = Decimal.whole(2000);
const SHORTEST = Decimal.whole(3);
/** Edges so many times over what the service takes are in another unit. */
const GRAMS = Decimal.whole(50);

/** Limits and edges that look as if typed in another unit, and tables that end before the service does. */
export function unitFindings({ services }: CompiledSetup): Finding[] {
  return [...services.values()].flatMap((service) => [
    ...suspiciousLimits(service),
    ...(service.rate.kind === "tariff" ? againstLimits(service, service.rate.tariff) : []),
  ]);
}

function suspiciousLimits({ limits, service, path }: CompiledService): Finding[] {
  const found: Finding[] = [];
  const tell = (name: string, limit: Quantity, likely: string) =>
    found.push(
      finding(
        "limit-suspicious",
        "warning",
        { service: service.code, limit, likely },
        `${path}/limits/${name}`,
      ),
    );
  for (const { name, of, base, typed } of limits.weight) {
    if (of === "parcel" && base.moreThan(HEAVIEST_PARCEL)) tell(name, typed, "g");
    else if (base.sign > 0 && name.startsWith("max") && base.lessThan(LIGHTEST)) tell(name, typed, "kg");
  }
  for (const { name, of, base, typed } of limits.size) {
    if (of === "volume") continue;
    if (base.moreThan(LONGEST)) tell(name, typed, "mm");
    else if (base.lessThan(SHORTEST)) tell(name, typed, "m");
  }
  return found;
}

/** What a service takes at most, in kg: a shipment, or a parcel where it says nothing of shipments. */
function mostWeight({ limits }: CompiledService): CompiledLimit | undefined {
  return (
    limits.weight.find(({ name }) => name === "maxShipmentWeight") ??
    limits.weight.find(({ name }) => name === "maxParcelWeight")
  );
}

function againstLimits(compiled: CompiledService, tariff: CompiledTariff): Finding[] {
  const most = mostWeight(compiled);
  if (dimensionOf(tariff.measure) !== "weight" || !most) return [];
  return tariff.editions.flatMap((edition): Finding[] => {
    const end = edition.breaks[edition.breaks.length - 1];
    const last = end?.upper ?? end?.lower;
    if (!last) return [];
    const data = { tariff: tariff.code, last: shownValue(tariff, last), limit: most.typed };
    const source = `${edition.path}/breaks/${edition.breaks.length - 1}`;
    if (tariff.unit !== "g" && last.moreThan(most.base.times(GRAMS)))
      return [finding("edges-look-like-grams", "warning", data, source)];
    return end?.upper && last.lessThan(most.base)
      ? [finding("last-break-below-limit", "warning", { ...data, service: compiled.service.code }, source)]
      : [];
  });
}
