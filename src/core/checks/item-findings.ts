import { Decimal } from "../money/decimal";
import type { CompiledSetup } from "../quote/compiled-setup";
import type { Item } from "../setup/item";
import { joinPath } from "../setup/path";
import type { Setup } from "../setup/setup";
import { inKilograms, shownIn } from "../units/unit";
import { finding, type Finding } from "./finding";

/** Kilograms beyond which one piece's weight is more likely a wrong unit. */
const HEAVY = Decimal.whole(10_000);

/** Items that ship and lack a weight or a size, are heavier than any service takes, or of a class nobody knows. */
export function itemFindings(compiled: CompiledSetup, items: readonly Item[]): Finding[] {
  const { setup, services, defaultWeights } = compiled;
  const classes = new Set(setup.goodsClasses.map(({ code }) => code));
  const most = heaviest(compiled);
  const sizesMatter = [...services.values()].some(({ limits, density }) => limits.size.length > 0 || density);
  return items
    .filter((item) => item.shippable !== false)
    .flatMap((item): Finding[] => {
      const { sku, goodsClass, size } = item;
      const path = joinPath("items", sku);
      const weight = item.weight ?? (goodsClass === undefined ? undefined : defaultWeights.get(goodsClass));
      const found: Finding[] = [];
      if (item.weight && inKilograms(item.weight).moreThan(HEAVY))
        found.push(finding("item-weight-suspicious", "warning", { sku, weight: item.weight }, path));
      if (goodsClass !== undefined && !classes.has(goodsClass))
        found.push(finding("item-unknown-class", "warning", { sku, goodsClass }, `${path}/goodsClass`));
      if (!weight) found.push(finding("item-without-weight", "warning", { sku }, path));
      else if (most && inKilograms(weight).moreThan(most)) {
        const data = { sku, weight, most: shownIn(most, weight.unit) };
        found.push(finding("item-too-heavy", "warning", data, path));
      }
      if (!size && sizesMatter) found.push(finding("item-without-size", "note", { sku }, path));
      return found;
    });
}

/** Exceptions for items that the catalogue does not have; a catalogue that is empty is not held against them. */
export function exceptionFindings({ itemExceptions }: Setup, items: readonly Item[]): Finding[] {
  if (items.length === 0) return [];
  const known = new Set(items.map(({ sku }) => sku));
  return itemExceptions.flatMap(({ item: sku }, index) =>
    sku === undefined || known.has(sku)
      ? []
      : [finding("exception-unknown-item", "warning", { sku }, `${joinPath("itemExceptions", index)}/item`)],
  );
}

/** The most one piece may weigh for any service that is on; `undefined` when one has no limit. */
function heaviest({ services }: CompiledSetup): Decimal | undefined {
  let most: Decimal | undefined = Decimal.zero;
  for (const { service, carrierActive, limits } of services.values()) {
    if (!service.active || !carrierActive) continue;
    let own: Decimal | undefined;
    for (const { side, base } of limits.weight)
      if (side === "most" && (!own || base.lessThan(own))) own = base;
    if (!own) return undefined;
    if (own.moreThan(most)) most = own;
  }
  return most.sign > 0 ? most : undefined;
}
