import { barringList } from "./class-lists";

test.each([
  [{}, "glass", undefined],
  [{ onlyGoodsClasses: [] }, "glass", undefined],
  [{ onlyGoodsClasses: [] }, undefined, undefined],
  [{ onlyGoodsClasses: ["glass"] }, "glass", undefined],
  [{ onlyGoodsClasses: ["glass"] }, undefined, "onlyGoodsClasses"],
  [{ onlyGoodsClasses: ["oils"] }, "glass", "onlyGoodsClasses"],
  [{ refusesGoodsClasses: ["glass"] }, "glass", "refusesGoodsClasses"],
  [{ refusesGoodsClasses: ["glass"] }, undefined, undefined],
  [{ onlyGoodsClasses: ["glass"], refusesGoodsClasses: ["glass"] }, "glass", "refusesGoodsClasses"],
] as const)("%j has against %s: %s", (lists, goodsClass, list) => {
  expect(barringList(lists as never, goodsClass)).toBe(list);
});
