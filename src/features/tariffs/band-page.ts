import type { Edition, Tariff } from "@/core/setup/tariff";
import { unitsOfMeasure } from "@/core/setup/measures";
import { breakWords } from "@/messages/figures";
import { edgeUnit, measureNames } from "./tariff-words";

/** The pages of an edition: one a band, and one alone without bands. */
export function bandPages(edition: Pick<Edition, "bands">): number[] {
  return (edition.bands?.edges ?? [null]).map((_, page) => page);
}

/** A band in words, with its measure: "goods without tax up to and including 100 EUR". Bands share the tariff's boundary. */
export function bandOf(tariff: Tariff, { bands }: Pick<Edition, "bands">, page: number): string {
  if (!bands) return "";
  const { edges } = bands;
  // in a table of lower edges bands have upper ones where the last is open
  const areUpper = tariff.boundary === "upTo" || edges.at(-1) === null;
  const [lower, upper] = areUpper ? [edges[page - 1], edges[page]] : [edges[page], edges[page + 1]];
  const unit = edgeUnit({
    measure: bands.measure,
    unit: bands.unit ?? (unitsOfMeasure[bands.measure] ? tariff.unit : undefined),
    currency: bands.currency ?? tariff.currency,
  });
  const words = breakWords({
    ...(lower === null || lower === undefined ? {} : { lower }),
    ...(upper === null || upper === undefined ? {} : { upper }),
    unit,
    boundary: tariff.boundary,
  });
  return `${measureNames[bands.measure]} ${words}`;
}
