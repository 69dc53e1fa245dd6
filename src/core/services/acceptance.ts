import type { OrderLine } from "../parcels/order-line";
import type { Needs } from "../rules/journey";
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
  return classRefusal(accepts, lines, compiled.path + "/accepts");
}

/** The first line whose goods class is refused, or is not among the only ones allowed; an empty list allows all. */
export function classRefusal(
  rule: { refusesGoodsClasses?: readonly string[]; onlyGoodsClasses?: readonly string[] },
  lines: readonly OrderLine[],
  path: string,
): Rejection | undefined {
  for (const { item } of lines) {
    const goodsClass = item.goodsClass;
    const refused = goodsClass !== undefined ? rule.refusesGoodsClasses?.indexOf(goodsClass) : undefined;
    if (goodsClass !== undefined && refused !== undefined && refused >= 0)
      return reject(
        "goods-class",
        { goodsClass, sku: item.sku },
        `${path}/${joinPath("refusesGoodsClasses", refused)}`,
      );
    if (
      rule.onlyGoodsClasses?.length &&
      (goodsClass === undefined || !rule.onlyGoodsClasses.includes(goodsClass))
    )
      return reject(
        "goods-class",
        { goodsClass: goodsClass ?? "", sku: item.sku },
        `${path}/onlyGoodsClasses`,
      );
  }
  return undefined;
}
