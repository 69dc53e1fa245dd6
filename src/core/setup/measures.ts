/** What a condition or a term can measure. Free of the schemas, so that screens load none of them for a list of names. */
export const measures = [
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
] as const;

export type Measure = (typeof measures)[number];

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
