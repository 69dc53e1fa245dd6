import { z } from "zod";
import { refuse } from "./primitives";

/** What a condition or a term can measure. */
export const measure = z.enum([
  "quantity",
  "lines",
  "actualWeight",
  "chargeableWeight",
  "volume",
  "goodsValue",
  "goodsValueIncTax",
  "goodsValueBeforeDiscount",
  "goodsValueBeforeDiscountIncTax",
  "longestSide",
  "parcels",
  "cost",
  "distance",
]);

export type Measure = z.infer<typeof measure>;

const weights = ["kg", "g", "lb", "oz"] as const;
const volumes = ["m3", "l", "cm3", "ft3", "in3"] as const;

/** The units a measure can be in; money and counts have none. */
export const unitsOfMeasure: Partial<Record<Measure, readonly string[]>> = {
  chargeableWeight: weights,
  actualWeight: weights,
  volume: volumes,
  longestSide: ["cm", "mm", "m", "in"],
  distance: ["km"],
};

/** Refuses a unit that does not fit its measure. */
export function fittingUnit(
  entry: { measure: Measure; unit?: string },
  ctx: { addIssue: (issue: never) => void },
): void {
  const units = unitsOfMeasure[entry.measure];
  if (entry.unit !== undefined && !units?.includes(entry.unit))
    refuse(ctx, "unit-does-not-fit", ["unit"], { units: units?.join(", ") ?? "" });
}
