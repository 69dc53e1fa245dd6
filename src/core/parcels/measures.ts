import { Decimal, sum } from "../money/decimal";
import { formParcels, type ParcelGroup } from "./form-parcels";
import type { OrderLine } from "./order-line";

/** What is measured of an order or of a shipment. Base units: kg, cm³, cm; money in the quote's currency. */
export interface Measures {
  readonly lines: number;
  readonly quantity: Decimal;
  /** `undefined` when a piece has no weight: a missing weight is not zero. */
  readonly actualWeight: Decimal | undefined;
  /** Of the pieces whose size is known. */
  readonly volume: Decimal;
  readonly parcels: number;
  readonly parcelGroups: readonly ParcelGroup[];
  /** Without tax, after line discounts. */
  readonly goodsValue: Decimal;
  readonly goodsValueIncTax: Decimal;
  readonly skusWithoutWeight: readonly string[];
  readonly skusWithoutSize: readonly string[];
}

/** Measures the lines of an order or of a shipment. */
export function measure(lines: readonly OrderLine[]): Measures {
  const parcelGroups = formParcels(lines);
  const weights = parcelGroups.map((group) => group.weight?.times(Decimal.whole(group.count)));
  return {
    lines: lines.length,
    quantity: sum(lines.map((line) => Decimal.whole(line.quantity))),
    actualWeight: weights.every((weight) => weight !== undefined) ? sum(weights) : undefined,
    volume: sum(parcelGroups.map((group) => group.volume.times(Decimal.whole(group.count)))),
    parcels: parcelGroups.reduce((total, group) => total + group.count, 0),
    parcelGroups,
    goodsValue: sum(lines.map((line) => line.net)),
    goodsValueIncTax: sum(lines.map(incTax)),
    skusWithoutWeight: skus(lines, (line) => line.item.weight === undefined),
    skusWithoutSize: skus(lines, (line) => line.item.sides === undefined),
  };
}

function incTax(line: OrderLine): Decimal {
  return line.net.times(Decimal.hundred.plus(line.taxPercent)).times(Decimal.of("0.01"));
}

function skus(lines: readonly OrderLine[], lacks: (line: OrderLine) => boolean): string[] {
  return [...new Set(lines.filter(lacks).map((line) => line.item.sku))];
}
