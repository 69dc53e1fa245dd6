import type { OrderLine } from "../parcels/order-line";
import type { Needs } from "../rules/journey";
import { barringList, type ClassLists } from "../setup/class-lists";
import { joinPath } from "../setup/path";
import { reject, type Rejection } from "../working/reason";
import type { CompiledService } from "./compiled-service";

/**
 * The first thing the order needs that the service does not take, if any.
 * What a service says nothing about it takes, except cash on delivery.
 */
export function refusal(
  compiled: CompiledService,
  needs: Needs,
  lines: readonly OrderLine[],
): Rejection | undefined {
  const { accepts = {}, name } = compiled.service;
  const at = (field: string) => `${compiled.path}/accepts/${field}`;
  if (needs.poBox && accepts.poBox === false) return reject("po-box", { name }, at("poBox"));
  if (needs.cashOnDelivery && accepts.cashOnDelivery !== true)
    return reject("cash-on-delivery", { name }, at("cashOnDelivery"));
  if (needs.collectionPoint && accepts.collectionPoint === false)
    return reject("collection-point", { name }, at("collectionPoint"));
  if (needs.signature && accepts.signature === false) return reject("signature", { name }, at("signature"));
  return classRefusal(accepts, lines, compiled.path + "/accepts") ?? modeRefusal(compiled, lines);
}

/** The first line that may not be carried the way the service goes, by its own mark or its class's. A service that names no mode takes all. */
function modeRefusal(
  { service, notTaken }: CompiledService,
  lines: readonly OrderLine[],
): Rejection | undefined {
  const { mode, name } = service;
  if (mode === undefined) return undefined;
  for (const { item } of lines) {
    const { sku, goodsClass } = item;
    if (item.notBy.includes(mode))
      return reject("transport-mode", { name, mode, sku }, `${joinPath("items", sku)}/notBy`);
    if (goodsClass !== undefined && notTaken.has(goodsClass))
      return reject(
        "transport-mode",
        { name, mode, sku, goodsClass },
        joinPath("goodsClasses", goodsClass, "notBy"),
      );
  }
  return undefined;
}

/** The first line whose goods class is refused, or is not among the only ones allowed; an empty list allows all. */
export function classRefusal(
  lists: ClassLists,
  lines: readonly OrderLine[],
  path: string,
): Rejection | undefined {
  if (!lists.onlyGoodsClasses && !lists.refusesGoodsClasses) return undefined;
  for (const { item } of lines) {
    const list = barringList(lists, item.goodsClass);
    if (list)
      return reject("goods-class", { goodsClass: item.goodsClass ?? "", sku: item.sku }, `${path}/${list}`);
  }
  return undefined;
}
