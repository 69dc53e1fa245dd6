import type { OrderLine } from "../parcels/order-line";
import { joinPath } from "../setup/path";
import type { Origin } from "../setup/origin";
import { given, refused, reject, type Rejection } from "../working/reason";
import { holds, type Place } from "../zones/zone-index";
import type { LineOrigins } from "./candidate";

/**
 * The origins that may ship a line whole: active, holding the stock (where the item is stock-kept), not refusing its
 * goods class, serving the destination. A line that a person pinned goes from that origin whatever its stock.
 * Fails with `out-of-stock` or `origin-cannot-ship`.
 */
export function lineOrigins(line: OrderLine, origins: readonly Origin[], place: Place): LineOrigins {
  if (line.pinned !== undefined) return given([line.pinned]);
  const able = origins.filter((origin) => !barrier(origin, line, place));
  const holding = able.filter((origin) => stockOf(line, origin.code) >= line.quantity);
  if (holding.length > 0) return given(holding.map((origin) => origin.code));
  return refused(able.length === 0 ? cannotShip(line, origins, place) : outOfStock(line, able));
}

/** Pieces of the line's item at an origin; endless for items that are not stock-kept. */
export function stockOf(line: OrderLine, origin: string): number {
  return line.item.stock ? (line.item.stock.get(origin) ?? 0) : Number.POSITIVE_INFINITY;
}

/** The field of an origin that bars the line, if one does. */
function barrier(origin: Origin, line: OrderLine, place: Place): string | undefined {
  if (!origin.active) return "active";
  const goodsClass = line.item.goodsClass;
  if (goodsClass !== undefined && origin.refusesGoodsClasses?.includes(goodsClass))
    return "refusesGoodsClasses";
  if (origin.serves && !origin.serves.some((entry) => holds(entry, place))) return "serves";
  return undefined;
}

function cannotShip(line: OrderLine, origins: readonly Origin[], place: Place): Rejection {
  const first = origins[0];
  const field = first && barrier(first, line, place);
  const source = first && field ? joinPath("origins", first.code, field) : "origins";
  return reject(
    "origin-cannot-ship",
    { sku: line.item.sku, origins: origins.map((origin) => origin.code) },
    source,
  );
}

function outOfStock(line: OrderLine, able: readonly Origin[]): Rejection {
  let best: Origin | undefined;
  for (const origin of able)
    if (!best || stockOf(line, origin.code) > stockOf(line, best.code)) best = origin;
  const most = best ? stockOf(line, best.code) : 0;
  const inputs = {
    sku: line.item.sku,
    wanted: line.quantity,
    most,
    ...(best && most > 0 ? { mostAt: best.name } : {}),
  };
  return reject("out-of-stock", inputs, "sourcing/split");
}
