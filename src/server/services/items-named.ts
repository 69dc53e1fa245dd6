import "server-only";
import type { Change } from "@/core/setup/inverse";
import { nearest } from "@/core/setup/nearest";
import { splitPath, type Json } from "@/core/setup/path";
import type { Problem } from "@/core/setup/problem";
import type { Database } from "@/db/connect";
import { readItems, readSkus } from "@/db/queries/items";

/** The item a change makes an exception name, with the place that names it. */
function named({ path, to }: Change): { readonly sku: string; readonly path: string } | undefined {
  const [list, , field] = splitPath(path);
  if (list !== "itemExceptions") return undefined;
  if (field === "item") return typeof to === "string" ? { sku: to, path } : undefined;
  const item = (to as { readonly [key: string]: Json } | undefined)?.item;
  return field === undefined && typeof item === "string" ? { sku: item, path: `${path}/item` } : undefined;
}

/** Items that changes name in exceptions and that the catalogue does not have, each with the nearest that it has. */
export async function unknownItems(tx: Database, changes: readonly Change[]): Promise<Problem[]> {
  const names = changes.flatMap((change) => named(change) ?? []);
  if (names.length === 0) return [];
  const found = await readItems(
    tx,
    names.map(({ sku }) => sku),
  );
  const known = new Set(found.map(({ sku }) => sku));
  const strange = names.filter(({ sku }) => !known.has(sku));
  if (strange.length === 0) return [];
  const skus = await readSkus(tx);
  return strange.slice(0, 50).map(({ sku, path }) => {
    const hint = nearest(sku, skus);
    return { code: "unknown-code", path, data: { list: "items", code: sku }, ...(hint ? { hint } : {}) };
  });
}
