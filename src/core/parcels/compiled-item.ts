import { Decimal } from "../money/decimal";
import type { Item } from "../setup/item";
import type { TransportMode } from "../setup/transport-mode";
import { inCentimetres, inKilograms, type WeightUnit } from "../units/unit";

/** An item with its figures in base units; sides sorted, the longest first. */
export interface CompiledItem {
  readonly sku: string;
  readonly name: string;
  readonly weight: Decimal | undefined;
  readonly sides: readonly [Decimal, Decimal, Decimal] | undefined;
  readonly volume: Decimal | undefined;
  readonly goodsClass: string | undefined;
  readonly unitPrice: Decimal | undefined;
  readonly currency: string | undefined;
  readonly taxPercent: Decimal | undefined;
  readonly shippable: boolean;
  readonly shipsAlone: boolean;
  /** Modes of transport it may not go by itself, whatever its class. */
  readonly notBy: readonly TransportMode[];
  /** Pieces by origin; `undefined` when not stock-kept: any origin has it. */
  readonly stock: ReadonlyMap<string, number> | undefined;
}

type DefaultWeights = ReadonlyMap<string, { value: string; unit: WeightUnit }>;

/** Reads an item's figures once. An item without a weight takes its goods class's default, if there is one. */
export function compileItem(item: Item, defaults: DefaultWeights): CompiledItem {
  const weight = item.weight ?? (item.goodsClass === undefined ? undefined : defaults.get(item.goodsClass));
  const sides = item.size && sortedSides(item.size);
  return {
    sku: item.sku,
    name: item.name,
    weight: weight && inKilograms(weight),
    sides,
    volume: sides?.[0].times(sides[1]).times(sides[2]),
    goodsClass: item.goodsClass,
    unitPrice: item.unitPrice === undefined ? undefined : Decimal.of(item.unitPrice),
    currency: item.currency,
    taxPercent: item.taxPercent === undefined ? undefined : Decimal.of(item.taxPercent),
    shippable: item.shippable !== false,
    shipsAlone: item.shipsAlone === true,
    notBy: item.notBy ?? [],
    stock: item.stock && new Map(item.stock.map((entry) => [entry.origin, entry.quantity])),
  };
}

function sortedSides(size: NonNullable<Item["size"]>): [Decimal, Decimal, Decimal] {
  const side = (value: string) => inCentimetres({ value, unit: size.unit });
  const sides: [Decimal, Decimal, Decimal] = [side(size.length), side(size.width), side(size.height)];
  return sides.sort((a, b) => b.compare(a));
}
