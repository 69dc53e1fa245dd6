import type { CompiledItem } from "./compiled-item";
import type { OrderLine } from "./order-line";

/**
 * The lines with what lies at each origin once the pieces are taken that a person pinned there: these leave whatever the
 * stock says, and the other lines of the same item share what is left, at least none.
 */
export function withStockLeft(lines: readonly OrderLine[]): readonly OrderLine[] {
  const pinned = lines.filter((line) => line.pinned !== undefined && line.item.stock);
  if (pinned.length === 0 || pinned.length === lines.length) return lines;
  const known = new Map<CompiledItem, CompiledItem>();
  return lines.map((line) => {
    if (line.pinned !== undefined) return line;
    let item = known.get(line.item);
    if (!item) known.set(line.item, (item = leftOf(line.item, pinned)));
    return item === line.item ? line : { ...line, item };
  });
}

function leftOf(item: CompiledItem, pinned: readonly OrderLine[]): CompiledItem {
  const own = pinned.filter((line) => line.item.sku === item.sku);
  if (!item.stock || own.length === 0) return item;
  const stock = new Map(item.stock);
  for (const { pinned: origin = "", quantity } of own)
    stock.set(origin, Math.max(0, (stock.get(origin) ?? 0) - quantity));
  return { ...item, stock };
}
