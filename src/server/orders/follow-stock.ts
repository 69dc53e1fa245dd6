import "server-only";
import type { PooledDatabase } from "@/db/connect";
import { mostWanted, takeMoved } from "@/db/queries/commitments";
import { markStaleWith } from "@/db/queries/orders";
import { inTransaction } from "../in-transaction";
import { done } from "../result";
import { freeItems } from "./free-items";

/**
 * Has open orders worked out anew whose items are promised to others, or free again, as far as that can matter to any of them:
 * while an origin has more free of an item than the largest order wants, before and after, nothing changes for anybody.
 */
export async function followStock(db: PooledDatabase, now: Date): Promise<void> {
  await inTransaction(db, async (tx) => {
    const moved = await takeMoved(tx);
    const skus = [...moved.keys()];
    if (skus.length === 0) return done(undefined);
    const [items, wanted] = [await freeItems(tx, skus, undefined), await mostWanted(tx, skus)];
    const scarce = items.filter(({ sku, stock = [] }) => {
      const most = wanted.get(sku) ?? 0;
      // at each origin there was at least this much free, before or after
      return stock.some(({ quantity }) => quantity - (moved.get(sku) ?? 0) < most);
    });
    if (scarce.length > 0)
      await markStaleWith(
        tx,
        scarce.map(({ sku }) => sku),
        now.toISOString(),
      );
    return done(undefined);
  });
}
