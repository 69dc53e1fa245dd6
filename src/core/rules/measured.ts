import { Decimal } from "../money/decimal";
import type { Measure } from "../setup/measure";
import { basePer, type LengthUnit, type VolumeUnit, type WeightUnit } from "../units/unit";
import type { Facts } from "./facts";

/** Why a figure is not known; each is also the reason code of what needed it. */
export type Missing = "weight-missing" | "size-missing" | "no-exchange-rate";

export const isMissing = (value: unknown): value is Missing => typeof value === "string";

/** The kinds of measure: which units fit, and whether the figure is money. */
export type Dimension = "weight" | "length" | "volume" | "distance" | "money" | "count";

const dimensions: Record<Measure, Dimension> = {
  quantity: "count",
  lines: "count",
  parcels: "count",
  actualWeight: "weight",
  chargeableWeight: "weight",
  volume: "volume",
  longestSide: "length",
  distance: "distance",
  goodsValue: "money",
  goodsValueIncTax: "money",
  goodsValueBeforeDiscount: "money",
  goodsValueBeforeDiscountIncTax: "money",
  cost: "money",
};

export function dimensionOf(measure: Measure): Dimension {
  return dimensions[measure];
}

/** The unit of a measure that names none: kg, cm, m³, km; counts and money have none. */
export function unitOf(measure: Measure, unit: string | undefined): string | undefined {
  const usual = {
    weight: "kg",
    length: "cm",
    volume: "m3",
    distance: "km",
    money: undefined,
    count: undefined,
  };
  return unit ?? usual[dimensionOf(measure)];
}

/** Base units (kg, cm, cm³, km; money and counts as they are) in one of the unit. */
export function basePerUnit(measure: Measure, unit: string | undefined): Decimal {
  const named = unitOf(measure, unit);
  return named === undefined || named === "km"
    ? Decimal.one
    : basePer(named as WeightUnit | LengthUnit | VolumeUnit);
}

/**
 * A measure of the facts in base units; money in the quote's currency. Weight without a weight, volume and the longest side
 * without a size are not known. The distance of several shipments is the farthest one's.
 */
export function measured(measure: Measure, facts: Facts): Decimal | Missing {
  const { measures } = facts;
  switch (measure) {
    case "quantity":
      return measures.quantity;
    case "lines":
      return Decimal.whole(measures.lines);
    case "parcels":
      return Decimal.whole(measures.parcels);
    case "actualWeight":
      return measures.actualWeight ?? "weight-missing";
    case "chargeableWeight":
      return facts.chargeableWeight ?? "weight-missing";
    case "volume":
      return measures.isSized ? measures.volume : "size-missing";
    case "longestSide":
      return measures.longestSide ?? "size-missing";
    case "distance":
      return farthest(facts);
    case "cost":
      return facts.cost;
    default:
      return measures[measure];
  }
}

/** A measure as it enters a charge: the cost with the tax that prices include, all others as they are. */
export function chargedMeasure(measure: Measure, facts: Facts): Decimal | Missing {
  return measure === "cost" ? facts.chargedCost : measured(measure, facts);
}

function farthest({ origins, journey }: Facts): Decimal {
  let most = Decimal.zero;
  for (const origin of origins) {
    const distance = journey.distanceFrom(origin);
    if (distance.moreThan(most)) most = distance;
  }
  return most;
}
