import "server-only";
import type { PooledDatabase } from "@/db/connect";
import { currentCatalogue } from "./draft-setup";

const MOST = 8;

/** Items whose number begins with a text first, then those whose number or name holds it; each list by number. */
export async function findItems(db: PooledDatabase, text: string): Promise<{ sku: string; name: string }[]> {
  const asked = text.trim().toLowerCase();
  if (asked === "") return [];
  const { items } = await currentCatalogue(db);
  const found: { rank: number; sku: string; name: string }[] = [];
  for (const { sku, name } of items) {
    const rank = sku.toLowerCase().startsWith(asked)
      ? 0
      : sku.toLowerCase().includes(asked) || name.toLowerCase().includes(asked)
        ? 1
        : undefined;
    if (rank !== undefined) found.push({ rank, sku, name });
  }
  found.sort((a, b) => a.rank - b.rank || (a.sku < b.sku ? -1 : 1));
  return found.slice(0, MOST).map(({ sku, name }) => ({ sku, name }));
}
