import type { Item } from "@/core/setup/item";

/** Pieces promised to an order. */
export interface Promised {
  readonly order: string;
  readonly sku: string;
  readonly origin: string;
  readonly quantity: number;
}

const keyOf = (sku: string, origin: string) => JSON.stringify([sku, origin]);

/** What is free of items for each of many orders, as they are promised pieces one after the other. */
export class FreeStock {
  private readonly items: ReadonlyMap<string, Item>;
  /** By item and origin, to all orders. */
  private readonly taken = new Map<string, number>();
  private readonly ofOrder = new Map<string, Map<string, number>>();

  constructor(items: readonly Item[], promised: readonly Promised[]) {
    this.items = new Map(items.map((item) => [item.sku, item]));
    for (const { order, sku, origin, quantity } of promised) this.add(order, keyOf(sku, origin), quantity);
  }

  /** Items with the stock that others than the order have left; unknown numbers are left out. */
  itemsFor(order: string | undefined, skus: readonly string[]): Item[] {
    const own = order === undefined ? undefined : this.ofOrder.get(order);
    return [...new Set(skus)].flatMap((sku) => {
      const item = this.items.get(sku);
      if (!item?.stock) return item ?? [];
      const stock = item.stock.map(({ origin, quantity }) => {
        const key = keyOf(sku, origin);
        const others = (this.taken.get(key) ?? 0) - (own?.get(key) ?? 0);
        return { origin, quantity: Math.max(0, quantity - others) };
      });
      return { ...item, stock };
    });
  }

  /** Puts what is promised to an order in the place of what was. */
  promise(order: string, pieces: readonly Omit<Promised, "order">[]): void {
    for (const [key, quantity] of this.ofOrder.get(order) ?? [])
      this.taken.set(key, (this.taken.get(key) ?? 0) - quantity);
    this.ofOrder.delete(order);
    for (const { sku, origin, quantity } of pieces) this.add(order, keyOf(sku, origin), quantity);
  }

  private add(order: string, key: string, quantity: number): void {
    this.taken.set(key, (this.taken.get(key) ?? 0) + quantity);
    const own = this.ofOrder.get(order) ?? new Map<string, number>();
    own.set(key, (own.get(key) ?? 0) + quantity);
    this.ofOrder.set(order, own);
  }
}
