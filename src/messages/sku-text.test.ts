import { skuStart, skuText } from "./sku-text";

test("goods without a number are called by their line, items by their number", () => {
  expect(skuText("goods-2")).toBe("line 2");
  expect(skuStart("goods-12")).toBe("Line 12");
  for (const sku of ["HIVE-10", "goods-2b", "my goods-1"])
    expect([skuText(sku), skuStart(sku)]).toEqual([sku, sku]);
});
