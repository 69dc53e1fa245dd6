import { Decimal } from "../money/decimal";
import { formParcels, type ParcelGroup } from "./form-parcels";
import { goodsValue } from "./goods-value";
import type { OrderLine } from "./order-line";

/**
 * What is measured of an order, of a shipment or of a part of one. Base units: kg, cm³, cm; money in the quote's
 * currency. Figures that few rules ask for are worked out when asked for.
 */
export class Measures {
  readonly parcelGroups: readonly ParcelGroup[];
  readonly parcels: number;
  readonly quantity: Decimal;
  /** `undefined` when a piece has no weight: a missing weight is not zero. */
  readonly actualWeight: Decimal | undefined;

  /** Parcels are formed of the goods unless they are formed already: those of several shipments. */
  constructor(
    readonly goods: readonly OrderLine[],
    groups?: readonly ParcelGroup[],
  ) {
    this.parcelGroups = groups ?? formParcels(goods);
    let parcels = 0;
    let weight: Decimal | undefined = Decimal.zero;
    for (const group of this.parcelGroups) {
      parcels += group.count;
      weight = weight && group.weight?.times(Decimal.whole(group.count)).plus(weight);
    }
    this.parcels = parcels;
    this.actualWeight = weight;
    let quantity = 0;
    let isSized = true;
    for (const line of goods) {
      quantity += line.quantity;
      if (!line.item.sides) isSized = false;
    }
    this.isSized = isSized;
    this.quantity = Decimal.whole(quantity);
  }

  /** Lines of the order: one that is split over several shipments is one. */
  get lines(): number {
    if (this.goods.length < 2) return this.goods.length;
    return new Set(this.goods.map(({ index }) => index)).size;
  }

  /** Of the pieces whose size is known. */
  get volume(): Decimal {
    let total = Decimal.zero;
    for (const { count, volume } of this.parcelGroups) total = total.plus(volume.times(Decimal.whole(count)));
    return total;
  }

  /** The longest side of any parcel; `undefined` when a piece has no size. */
  get longestSide(): Decimal | undefined {
    let longest = Decimal.zero;
    for (const { sides } of this.parcelGroups) {
      if (!sides) return undefined;
      if (sides[0].moreThan(longest)) longest = sides[0];
    }
    return longest;
  }

  private net: Decimal | undefined;

  /** Without tax, after line discounts. */
  get goodsValue(): Decimal {
    return (this.net ??= goodsValue(this.goods, "net", "after"));
  }

  get goodsValueIncTax(): Decimal {
    return goodsValue(this.goods, "gross", "after");
  }

  get goodsValueBeforeDiscount(): Decimal {
    return goodsValue(this.goods, "net", "before");
  }

  get goodsValueBeforeDiscountIncTax(): Decimal {
    return goodsValue(this.goods, "gross", "before");
  }

  get skusWithoutWeight(): readonly string[] {
    return this.actualWeight ? none : skus(this.goods, (line) => line.item.weight === undefined);
  }

  /** Whether the size of every piece is known. */
  readonly isSized: boolean;

  get skusWithoutSize(): readonly string[] {
    return this.isSized ? none : skus(this.goods, (line) => line.item.sides === undefined);
  }
}

const none: readonly string[] = [];

function skus(lines: readonly OrderLine[], lacks: (line: OrderLine) => boolean): readonly string[] {
  return [...new Set(lines.filter(lacks).map((line) => line.item.sku))];
}
