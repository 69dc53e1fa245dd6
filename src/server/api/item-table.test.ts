import type { Item } from "@/core/setup/item";
import { itemsOfTable, itemTable } from "./item-table";

const items: Item[] = [
  { sku: "A", name: "Plain" },
  {
    sku: 'B, quoted "B"',
    name: "Whole",
    gtin: "4006381333931",
    weight: { value: "1.50", unit: "kg" },
    size: { length: "30", width: "20", height: "10.5", unit: "cm" },
    goodsClass: "frail",
    unitPrice: "9.90",
    currency: "EUR",
    taxPercent: "22",
    shippable: false,
    shipsAlone: true,
    notBy: ["air", "inlandWater"],
    stock: [
      { origin: "GDY", quantity: 0 },
      { origin: "TRT", quantity: 12 },
    ],
  },
  { sku: "=1+1", name: "-runs" },
];

test("items come back from their table as they were", () =>
  expect(itemsOfTable(itemTable(items))).toEqual({ items }));

test.each([
  ["", "empty"],
  ["name\nA\n", "sku is one of them"],
  ["sku,weight\nA,1\n", "weight"],
  ["sku,stock.\nA,1\n", "stock."],
])("the table %j is refused whole", (text, why) =>
  expect(itemsOfTable(text)).toEqual({ fault: expect.stringContaining(why) as string }),
);

test("what a cell can't be stays as it is written, for the item to be refused by its place", () =>
  expect(itemsOfTable("sku,shippable,stock.TRT\nA,perhaps,few\n")).toEqual({
    items: [{ sku: "A", shippable: "perhaps", stock: [{ origin: "TRT", quantity: "few" }] }],
  }));
