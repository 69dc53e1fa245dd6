import { basePer, shownIn, type LengthUnit, type VolumeUnit, type WeightUnit } from "@/core/units/unit";
import { Decimal } from "@/core/money/decimal";
import { plainNumber } from "@/ui/number-text";

export type AnyUnit = WeightUnit | LengthUnit | VolumeUnit;

export interface UnitQuantity {
  readonly value: string;
  readonly unit: AnyUnit;
}

const dimensions: readonly (readonly AnyUnit[])[] = [
  ["kg", "g", "lb", "oz"],
  ["cm", "mm", "m", "in"],
  ["m3", "l", "cm3", "ft3", "in3"],
];

/** The units that measure the same as this one. */
export function siblings(unit: AnyUnit): readonly AnyUnit[] {
  return dimensions.find((units) => units.includes(unit)) ?? [unit];
}

/** A stored quantity in the unit it is shown in, at most six digits after the point; the same text when the units agree. */
export function shownQuantity(stored: UnitQuantity | undefined, unit: AnyUnit): string {
  if (!stored) return "";
  if (stored.unit === unit) return stored.value;
  const { value } = shownIn(Decimal.of(stored.value).times(basePer(stored.unit)), unit);
  return value.includes(".") ? value.replace(/\.?0+$/, "") : value;
}

/** What was typed: a number in the unit shown, or one with a unit of its own ("70 lb"). Nonsense stays as typed, to be refused. */
export function readQuantity(typed: string, unit: AnyUnit): UnitQuantity | undefined {
  const text = typed.trim();
  if (text === "") return undefined;
  const own = /^(.*?)\s*(m³|cm³|[a-z]+3?)$/i.exec(text);
  const name = own?.[2]?.toLowerCase().replace("³", "3");
  const named = siblings(unit).find((one) => one === name);
  return named ? { value: plainNumber(own?.[1] ?? ""), unit: named } : { value: plainNumber(text), unit };
}
