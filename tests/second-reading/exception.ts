import type { Setup } from "@/core/setup/setup";
import type { Line } from "./goods";
import type { Offer, Order } from "./order";
import { howNarrow } from "./place";

type Exception = Setup["itemExceptions"][number];

/** The exception that counts for a line with an offer: by item before class before all, offer before any, then the narrower place. */
export function exceptionFor({ setup, request }: Order, offer: Offer, line: Line): Exception | undefined {
  const rank = (one: Exception) => [
    one.item !== undefined ? 2 : one.goodsClass !== undefined ? 1 : 0,
    one.offer !== undefined ? 1 : 0,
    howNarrow(one.destinations, request.shipTo),
  ];
  const fitting = setup.itemExceptions.filter(
    ({ item, goodsClass, offer: of, destinations = [] }) =>
      (item === undefined || item === line.sku) &&
      (goodsClass === undefined || goodsClass === line.goodsClass) &&
      (of === undefined || of === offer.code) &&
      (destinations.length === 0 || howNarrow(destinations, request.shipTo) >= 0),
  );
  return fitting.reduce<Exception | undefined>(
    (a, b) => (a && !isHigher(rank(b), rank(a)) ? a : b),
    undefined,
  );
}

function isHigher(a: readonly number[], b: readonly number[]): boolean {
  const at = a.findIndex((figure, i) => figure !== b[i]);
  return at >= 0 && a[at]! > b[at]!;
}
