import type { Edition, Tariff } from "@/core/setup/tariff";
import { breakWords, unitName } from "@/messages/figures";

export const measureNames: Readonly<Record<Tariff["measure"], string>> = {
  chargeableWeight: "chargeable weight",
  actualWeight: "actual weight",
  volume: "volume",
  quantity: "pieces",
  goodsValue: "goods without tax",
  goodsValueIncTax: "goods with tax",
  parcels: "parcels",
  distance: "distance",
};

/** "chargeable weight in kg". */
export function measureWords(tariff: Pick<Tariff, "measure" | "unit">): string {
  return tariff.unit === undefined
    ? measureNames[tariff.measure]
    : `${measureNames[tariff.measure]} in ${unitName(tariff.unit)}`;
}

/** The unit edges are written in. */
export function edgeUnit(
  tariff: Pick<Tariff, "measure" | "currency"> & { readonly unit?: string | undefined },
): string {
  if (tariff.unit !== undefined) return tariff.unit;
  return tariff.measure === "quantity"
    ? "pieces"
    : tariff.measure === "parcels"
      ? "parcels"
      : tariff.currency;
}

/** What stands over the edges: on which side of them a value falls. */
export function boundaryWords(tariff: Pick<Tariff, "measure" | "unit" | "currency" | "boundary">): string {
  const unit = unitName(edgeUnit(tariff));
  return tariff.boundary === "upTo"
    ? `over the edge before, up to and including … ${unit}`
    : `from … ${unit}, under the next edge`;
}

/** A break in words, both its sides said. */
export function breakOf(tariff: Tariff, edition: Edition, index: number): string {
  const edges = edition.breaks.map((entry) => entry.edge);
  const [lower, upper] =
    tariff.boundary === "upTo" ? [edges[index - 1], edges[index]] : [edges[index], edges[index + 1]];
  return breakWords({
    ...(lower === null || lower === undefined ? {} : { lower }),
    ...(upper === null || upper === undefined ? {} : { upper }),
    unit: edgeUnit(tariff),
    boundary: tariff.boundary,
  });
}

/** What a cell of the break means: "per shipment", "per 100 kg". */
export function rateMeaning(
  tariff: Pick<Tariff, "measure" | "unit" | "currency">,
  entry: Edition["breaks"][number],
): string {
  if (entry.rate === "flat") return "for the shipment";
  const per = `${entry.per === "1" ? "" : `${entry.per ?? ""} `}${unitName(edgeUnit(tariff))}`;
  return entry.rate === "perUnit" ? `per ${per}` : `more per started ${per}`;
}
