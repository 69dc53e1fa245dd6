import type { Item } from "@/core/setup/item";

/** What of the catalogue is asked for. */
export interface AskedItems {
  /** What their number or name holds; empty: all. */
  readonly find: string;
  readonly most: number;
  /** Numbers of those that are shown, in the order they stand in: they keep it whatever was changed of them. */
  readonly keep: readonly string[];
}

export interface CataloguePage {
  /** The text that was looked for. */
  readonly find: string;
  readonly items: readonly Item[];
  /** How many there are, and in how many the text is found. */
  readonly total: number;
  readonly matching: number;
  /** How many ship and have a weight neither of their own nor of their class. */
  readonly lacking: number;
}

/** A part of the catalogue: what is kept, then items without a weight of their own, then the others in their order. */
export function cataloguePage(
  items: readonly Item[],
  { find, most, keep }: AskedItems,
  classesWithWeight: ReadonlySet<string>,
): CataloguePage {
  const asked = find.trim().toLowerCase();
  const found = asked === "" ? items : items.filter((item) => textOf(item).includes(asked));
  const bySku = new Map(keep.length === 0 ? [] : found.map((item) => [item.sku, item]));
  const kept = keep.flatMap((sku) => bySku.get(sku) ?? []);
  const known = new Set(kept);
  const others = found.filter((item) => !known.has(item));
  const shown = [...kept, ...others.filter(lacksWeight), ...others.filter((item) => !lacksWeight(item))];
  return {
    find,
    items: shown.slice(0, Math.max(most, kept.length)),
    total: items.length,
    matching: found.length,
    lacking: items.filter(
      (item) =>
        lacksWeight(item) && !(item.goodsClass !== undefined && classesWithWeight.has(item.goodsClass)),
    ).length,
  };
}

function textOf({ sku, name }: Item): string {
  return `${sku} ${name}`.toLowerCase();
}

function lacksWeight(item: Item): boolean {
  return item.shippable !== false && item.weight === undefined;
}
