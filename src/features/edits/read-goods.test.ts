import { goodsText, readGoods } from "./read-goods";

const kg = (value: string) => ({ value, unit: "kg" });

test.each([
  ["2 HIVE-10", [{ sku: "HIVE-10", quantity: 2 }]],
  ["HIVE-10", [{ sku: "HIVE-10", quantity: 1 }]],
  ["2 x SMOKER at 19,90", [{ sku: "SMOKER", quantity: 2, unitPrice: "19.90" }]],
  ["1.5 kg", [{ sku: "goods-1", quantity: 1, item: { weight: kg("1.5") } }]],
  ["1,5", [{ sku: "goods-1", quantity: 1, item: { weight: kg("1.5") } }]],
  [
    "3 × 1.5 kg 30x20x10 cm at 12.00",
    [
      {
        sku: "goods-1",
        quantity: 3,
        unitPrice: "12.00",
        item: { weight: kg("1.5"), size: { length: "30", width: "20", height: "10", unit: "cm" } },
      },
    ],
  ],
  [
    "2 HIVE-10, 1 SMOKER\n4 5 lb",
    [
      { sku: "HIVE-10", quantity: 2 },
      { sku: "SMOKER", quantity: 1 },
      { sku: "goods-3", quantity: 4, item: { weight: { value: "5", unit: "lb" } } },
    ],
  ],
  [
    "10 HIVE-10 at 99.50 less 5,00 tax 9 % from TRT 6 + GDY 4",
    [
      {
        sku: "HIVE-10",
        quantity: 10,
        unitPrice: "99.50",
        discount: "5.00",
        taxPercent: "9",
        origins: [
          { origin: "TRT", quantity: 6 },
          { origin: "GDY", quantity: 4 },
        ],
      },
    ],
  ],
  [
    "2 kg class frail from TRT at 7",
    [
      {
        sku: "goods-1",
        quantity: 1,
        unitPrice: "7",
        origin: "TRT",
        item: { weight: kg("2"), goodsClass: "frail" },
      },
    ],
  ],
])("%j is read", (text, lines) => expect(readGoods(text, "kg")).toEqual({ lines, unread: [] }));

test("what can't be read is told of, and nothing else is lost for it", () => {
  expect(readGoods("2 HIVE-10; a box of something", "kg")).toEqual({
    lines: [{ sku: "HIVE-10", quantity: 2 }],
    unread: ["a box of something"],
  });
});

test.each([
  ["2 XL-10", 2, "XL-10"],
  ["2 x L-10", 2, "L-10"],
  ["2x L-10", 2, "L-10"],
  ["2×L-10", 2, "L-10"],
  ["2 X-RAY", 2, "X-RAY"],
  ["XL-10", 1, "XL-10"],
  ["12 10-XL", 12, "10-XL"],
])("%s is %i of %s", (typed, quantity, sku) => {
  expect(readGoods(typed, "kg")).toEqual({ lines: [{ sku, quantity }], unread: [] });
});

test.each([
  "2 HIVE-10 at cheap",
  "2 HIVE-10 class frail",
  "2 HIVE-10 from",
  "2 HIVE-10 from TRT GDY",
  "2 HIVE-10 from TRT + GDY 4",
  "2 HIVE-10 at 5 %",
  "at 5",
])("%j says something that can't be read, and is told whole", (text) =>
  expect(readGoods(text, "kg")).toEqual({ lines: [], unread: [text] }),
);

test.each([
  "10 HIVE-10 at 99.50 less 5.00 tax 9 % from TRT 6 + GDY 4",
  "3 × 1.5 kg 30x20x10 cm at 12.00 class frail from TRT",
  "1 SMOKER",
])("%s is typed as it was read", (text) => {
  const { lines } = readGoods(text, "kg");
  expect(lines.map(goodsText).join(", ")).toBe(text);
});
