import { Decimal } from "../money/decimal";
import { compileItem } from "./compiled-item";
import { formParcels } from "./form-parcels";
import { partOf, type OrderLine } from "./order-line";

function line(quantity: number, sides: [number, number, number] | undefined, more: object = {}): OrderLine {
  const [length, width, height] = (sides ?? [0, 0, 0]).map(String) as [string, string, string];
  const size = sides ? { size: { length, width, height, unit: "cm" as const } } : {};
  const item = compileItem(
    { sku: "X", name: "X", weight: { value: "2", unit: "kg" }, ...size, ...more },
    new Map(),
  );
  const price = Decimal.whole(10 * quantity);
  return {
    index: 0,
    item,
    quantity,
    priceBeforeDiscount: price,
    price,
    includesTax: false,
    taxPercent: Decimal.zero,
    pinned: undefined,
  };
}

const shown = (lines: OrderLine[]) =>
  formParcels(lines).map(({ count, weight, volume, sides }) => [
    count,
    weight?.toString(),
    volume.toString(),
    sides?.map(String).join("x"),
  ]);

test("pieces that ship alone are a parcel each, all the rest together is one", () => {
  expect(
    shown([line(3, [40, 30, 20], { shipsAlone: true }), line(2, [10, 10, 10]), line(1, [20, 10, 5])]),
  ).toEqual([
    [3, "2", "24000", "40x30x20"],
    [1, "6", "3000", "20x10x15"],
  ]);
});

test("the joint parcel's third side is its volume over the other two, and not less than the largest third", () => {
  // 12,500 cm³ ÷ (100 × 50) would be 2.5 cm, and one of the pieces is 10 cm thick
  expect(shown([line(1, [100, 10, 10]), line(1, [50, 50, 1])])).toEqual([[1, "4", "12500", "100x50x10"]]);
  expect(shown([line(1, [30, 30, 10]), line(1, [30, 7, 7])])).toEqual([[1, "4", "10470", "30x30x11.6334"]]);
});

test("one size that is missing leaves the sides unknown, the volume that of the known pieces", () => {
  expect(shown([line(1, [10, 10, 10]), line(1, undefined)])).toEqual([[1, "4", "1000", undefined]]);
});

test("a part of a line has its share of the price", () => {
  const part = partOf(line(3, undefined), 2);
  expect([part.quantity, part.price.toString()]).toEqual([2, "20"]);
});
