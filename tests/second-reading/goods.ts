import type { Item } from "@/core/setup/item";
import type { Setup } from "@/core/setup/setup";
import { Fraction } from "./fraction";
import { Refusal } from "./refusal";

const kilogramsPer: Record<string, string> = { kg: "1", g: "0.001", lb: "0.45359237", oz: "0.028349523125" };
const centimetresPer: Record<string, string> = { cm: "1", mm: "0.1", m: "100", in: "2.54" };
const litresPer: Record<string, string> = {
  l: "1",
  m3: "1000",
  cm3: "0.001",
  in3: "0.016387064",
  ft3: "28.316846592",
};
const basePer: Record<string, string> = { ...kilogramsPer, ...centimetresPer, km: "1" };
/** In kilograms or centimetres. */
export const inBase = (value: string, unit: string) => Fraction.of(value).times(Fraction.of(basePer[unit]!));
/** In cubic centimetres. */
export const inCubicCentimetres = (value: string, unit: string) =>
  Fraction.of(value).times(Fraction.of(litresPer[unit]!)).times(Fraction.of(1000));

/** A line that ships: what one piece of it weighs, measures and is worth, in the quote's currency. */
export interface Line {
  readonly index: number;
  readonly sku: string;
  readonly quantity: number;
  readonly weight: Fraction | undefined;
  /** In cm, the longest first. */
  readonly sides: readonly Fraction[] | undefined;
  readonly goodsClass: string | undefined;
  readonly isAlone: boolean;
  readonly notBy: readonly string[];
  readonly stock: ReadonlyMap<string, number> | undefined;
  readonly tax: Fraction;
  readonly value: Money;
  readonly before: Money;
  /** Pieces by the origins a person chose. */
  readonly pins: ReadonlyMap<string, number> | undefined;
}

/** A piece's share, without tax and with it. */
interface Money {
  readonly net: Fraction;
  readonly gross: Fraction;
}

export type Load = readonly { readonly line: Line; readonly pieces: number }[];

const longestFirst = (a: Fraction, b: Fraction) => b.against(a);
const times = (fraction: Fraction, pieces: number) => fraction.times(Fraction.of(pieces));

export function weightOf({ weight, goodsClass }: Partial<Item>, setup: Setup): Fraction | undefined {
  const own = weight ?? setup.goodsClasses.find(({ code }) => code === goodsClass)?.defaultWeight;
  return own && inBase(own.value, own.unit);
}

export function sidesOf({ size }: Partial<Item>): Fraction[] | undefined {
  if (!size) return undefined;
  return [size.length, size.width, size.height].map((side) => inBase(side, size.unit)).sort(longestFirst);
}

export function volumeOfPiece({ sides }: Line): Fraction | undefined {
  return sides?.reduce((a, b) => a.times(b));
}

/** A parcel: undefined where something of it is not known, but for the volume of what is known. */
export interface Parcel {
  readonly weight: Fraction | undefined;
  readonly sides: readonly Fraction[] | undefined;
  readonly knownVolume: Fraction;
}

/** What ships alone makes a parcel a piece, the rest one together. */
export function parcelsOf(load: Load): readonly Parcel[] {
  const alone = load.filter(({ line }) => line.isAlone);
  const rest = load.filter(({ line, pieces }) => !line.isAlone && pieces > 0);
  const single = alone.flatMap(({ line, pieces }) =>
    Array.from({ length: pieces }, () => parcelOf([{ line, pieces: 1 }])),
  );
  return rest.length === 0 ? single : [...single, parcelOf(rest)];
}

function parcelOf(load: Load): Parcel {
  const isWeighed = load.every(({ line }) => line.weight);
  const volumes = load.map(({ line, pieces }) => times(volumeOfPiece(line) ?? Fraction.zero, pieces));
  const knownVolume = Fraction.sum(volumes);
  const weight = isWeighed
    ? Fraction.sum(load.map(({ line, pieces }) => times(line.weight!, pieces)))
    : undefined;
  return { weight, sides: sidesOfParcel(load, knownVolume), knownVolume };
}

function sidesOfParcel(load: Load, volume: Fraction): readonly Fraction[] | undefined {
  const all = load.map(({ line }) => line.sides);
  if (all.some((sides) => !sides)) return undefined;
  const largest = (i: number) => Fraction.max(all.map((sides) => sides![i]!));
  const [first, second, third] = [largest(0), largest(1), largest(2)];
  const base = first.times(second);
  if (base.against(Fraction.zero) === 0) return [first, second, third];
  return [first, second, Fraction.max([volume.by(base), third])];
}

export function known(fraction: Fraction | undefined, what: "weight-missing" | "size-missing"): Fraction {
  if (!fraction) throw new Refusal(what);
  return fraction;
}

/** What a load measures: each figure is worked out when it is asked for. */
export const loadMeasures = {
  quantity: (load: Load) => Fraction.of(load.reduce((sum, { pieces }) => sum + pieces, 0)),
  lines: (load: Load) =>
    Fraction.of(new Set(load.filter(({ pieces }) => pieces > 0).map(({ line }) => line.index)).size),
  actualWeight: (load: Load) =>
    Fraction.sum(load.map(({ line, pieces }) => times(known(line.weight, "weight-missing"), pieces))),
  volume: (load: Load) =>
    Fraction.sum(load.map(({ line, pieces }) => times(known(volumeOfPiece(line), "size-missing"), pieces))),
  goodsValue: (load: Load) => valueOf(load, (line) => line.value.net),
  goodsValueIncTax: (load: Load) => valueOf(load, (line) => line.value.gross),
  goodsValueBeforeDiscount: (load: Load) => valueOf(load, (line) => line.before.net),
  goodsValueBeforeDiscountIncTax: (load: Load) => valueOf(load, (line) => line.before.gross),
  longestSide: (load: Load) =>
    Fraction.max([Fraction.zero, ...load.map(({ line }) => known(line.sides?.[0], "size-missing"))]),
  parcels: (load: Load) => Fraction.of(parcelsOf(load).length),
};

function valueOf(load: Load, piece: (line: Line) => Fraction): Fraction {
  return Fraction.sum(load.map(({ line, pieces }) => times(piece(line), pieces)));
}
