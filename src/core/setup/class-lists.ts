/** What an offer, a service or an origin says of classes of goods. */
export interface ClassLists {
  readonly onlyGoodsClasses?: readonly string[];
  readonly refusesGoodsClasses?: readonly string[];
}

/**
 * The list that keeps goods of a class out (`undefined`: goods of no class): the refused ones first, then the only ones
 * that are taken. An empty list keeps nothing out.
 */
export function barringList(lists: ClassLists, goodsClass: string | undefined): keyof ClassLists | undefined {
  const { onlyGoodsClasses: only, refusesGoodsClasses: refused } = lists;
  if (goodsClass !== undefined && refused?.includes(goodsClass)) return "refusesGoodsClasses";
  if (!only?.length || (goodsClass !== undefined && only.includes(goodsClass))) return undefined;
  return "onlyGoodsClasses";
}
