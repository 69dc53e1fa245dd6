import type { OrderLine } from "../parcels/order-line";
import type { Sourcing } from "../setup/offer";
import { isIn } from "../zones/compiled-place";
import type { Place } from "../zones/zone-index";
import { given, refused, reject, type Rejection } from "../working/reason";
import type { LineOrigin, LineOrigins } from "./candidate";
import type { CompiledOrigin } from "./compiled-origin";

/**
 * The origins that may ship a line: active, not refusing its goods class, serving the destination, and holding the stock
 * where the item is stock-kept: all of the line's pieces, or any of them where the setup splits by piece and together
 * they have enough. A line that a person pinned goes from that origin whatever its stock. Fails with `out-of-stock` when no
 * active origin holds the pieces, with `origin-cannot-ship` when those that do refuse the class or do not serve the place.
 */
export function lineOrigins(
  line: OrderLine,
  origins: readonly CompiledOrigin[],
  place: Place,
  split: Sourcing["split"],
): LineOrigins {
  if (line.pinned !== undefined) return given([{ origin: line.pinned, pieces: line.quantity }]);
  const least = split === "byPiece" ? 1 : line.quantity;
  const able: LineOrigin[] = [];
  let together = 0;
  for (const origin of origins) {
    if (barrier(origin, line, place)) continue;
    const pieces = Math.min(stockOf(line, origin.code), line.quantity);
    if (pieces < least) continue;
    able.push({ origin: origin.code, pieces });
    together += pieces;
  }
  // of a line that is not split each has enough
  if (together >= line.quantity && able.length > 0) return given(able);
  const active = origins.filter(({ origin }) => origin.active);
  return refused(
    isHeld(line, active, split) ? cannotShip(line, origins, place, split) : outOfStock(line, active, split),
  );
}

/** Whether the pieces lie at one of the origins, or together at all of them where lines may be split by piece. */
function isHeld(line: OrderLine, active: readonly CompiledOrigin[], split: Sourcing["split"]): boolean {
  if (!line.item.stock) return true;
  if (split !== "byPiece") return active.some(({ code }) => stockOf(line, code) >= line.quantity);
  return active.reduce((total, { code }) => total + stockOf(line, code), 0) >= line.quantity;
}

/** Pieces of the line's item at an origin; endless for items that are not stock-kept. */
export function stockOf(line: OrderLine, origin: string): number {
  return line.item.stock ? (line.item.stock.get(origin) ?? 0) : Number.POSITIVE_INFINITY;
}

/** Whether a line takes of the stock that lines of its item share: what is not stock-kept takes none, what is pinned has its own. */
export function takesStock(line: OrderLine): boolean {
  return line.pinned === undefined && line.item.stock !== undefined;
}

/** The field of an origin that bars the line, if one does. */
function barrier(
  { origin, refuses, serves }: CompiledOrigin,
  line: OrderLine,
  place: Place,
): string | undefined {
  if (!origin.active) return "active";
  const { goodsClass } = line.item;
  if (goodsClass !== undefined && refuses.has(goodsClass)) return "refusesGoodsClasses";
  if (serves && !serves.some((entry) => isIn(entry, place))) return "serves";
  return undefined;
}

function cannotShip(
  line: OrderLine,
  origins: readonly CompiledOrigin[],
  place: Place,
  split: Sourcing["split"],
): Rejection {
  // the place that bars is that of an origin which has the goods
  const least = split === "byPiece" ? 1 : line.quantity;
  const first =
    origins.find(
      (one) => one.origin.active && stockOf(line, one.code) >= least && barrier(one, line, place),
    ) ?? origins[0];
  const field = first && barrier(first, line, place);
  return reject(
    "origin-cannot-ship",
    { sku: line.item.sku, origins: origins.map(({ code }) => code) },
    first && field ? `${first.path}/${field}` : "origins",
  );
}

function outOfStock(line: OrderLine, active: readonly CompiledOrigin[], split: Sourcing["split"]): Rejection {
  let best: CompiledOrigin | undefined;
  let total = 0;
  for (const origin of active) {
    total += stockOf(line, origin.code);
    if (!best || stockOf(line, origin.code) > stockOf(line, best.code)) best = origin;
  }
  const most = best ? stockOf(line, best.code) : 0;
  const inputs = {
    sku: line.item.sku,
    wanted: line.quantity,
    most,
    ...(best && most > 0 ? { mostAt: best.origin.name } : {}),
    ...(split === "byPiece" ? { together: total } : {}),
  };
  return reject("out-of-stock", inputs, split === "byPiece" ? "origins" : "sourcing/split");
}
