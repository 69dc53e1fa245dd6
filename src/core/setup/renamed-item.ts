import type { Item } from "./item";

/** An item with its goods class and the places of its stock called otherwise. */
export function renamedItem(item: Item, codeOf: (list: string, code: string) => string): Item {
  const { goodsClass, stock } = item;
  return {
    ...item,
    ...(goodsClass === undefined ? {} : { goodsClass: codeOf("goodsClasses", goodsClass) }),
    ...(stock ? { stock: stock.map((one) => ({ ...one, origin: codeOf("origins", one.origin) })) } : {}),
  };
}
