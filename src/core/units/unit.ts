import { Decimal } from "../money/decimal";

/** A number with its unit, as people write it: `{ value: "12.5", unit: "kg" }`. */
export interface Quantity {
  readonly value: string;
  readonly unit: string;
}

/** Kilograms in one of each; exact by the international pound of 1959. */
export const kilogramsPer = {
  kg: Decimal.one,
  g: Decimal.of("0.001"),
  lb: Decimal.of("0.45359237"),
  oz: Decimal.of("0.028349523125"),
} as const;

/** Centimetres in one of each; exact by the international inch. */
export const centimetresPer = {
  cm: Decimal.one,
  mm: Decimal.of("0.1"),
  m: Decimal.hundred,
  in: Decimal.of("2.54"),
} as const;

/** Cubic centimetres in one of each. */
export const cubicCentimetresPer = {
  cm3: Decimal.one,
  l: Decimal.whole(1000),
  m3: Decimal.whole(1_000_000),
  in3: Decimal.of("16.387064"),
  ft3: Decimal.of("28316.846592"),
} as const;

export type WeightUnit = keyof typeof kilogramsPer;
export type LengthUnit = keyof typeof centimetresPer;
export type VolumeUnit = keyof typeof cubicCentimetresPer;

/** A weight in kilograms, exact. */
export function inKilograms(weight: { value: string; unit: WeightUnit }): Decimal {
  return Decimal.of(weight.value).times(kilogramsPer[weight.unit]);
}

/** A length in centimetres, exact. */
export function inCentimetres(length: { value: string; unit: LengthUnit }): Decimal {
  return Decimal.of(length.value).times(centimetresPer[length.unit]);
}

/** A volume in cubic centimetres, exact. */
export function inCubicCentimetres(volume: { value: string; unit: VolumeUnit }): Decimal {
  return Decimal.of(volume.value).times(cubicCentimetresPer[volume.unit]);
}

/** Base units (kg, cm or cm³) shown in another unit, at most six digits after the point; for people, not for sums. */
export function shownIn(base: Decimal, unit: WeightUnit | LengthUnit | VolumeUnit): Quantity {
  const factor = basePer(unit);
  return { value: base.dividedBy(factor, 6, "halfAwayFromZero").toString(), unit };
}

const basesPer = { ...kilogramsPer, ...centimetresPer, ...cubicCentimetresPer };

/** Base units (kg, cm or cm³) in one of the unit. */
export function basePer(unit: WeightUnit | LengthUnit | VolumeUnit): Decimal {
  return basesPer[unit];
}
