import type { Change } from "@/core/setup/inverse";
import { joinPath, type Json } from "@/core/setup/path";
import type { Item } from "@/core/setup/item";
import type { Verdict } from "@/features/import";
import type { TableField } from "@/tabular/match-columns";
import { itemChanges, itemText, withCells, type ItemField, type ItemUnits } from "./item-cells";

const FIELDS: readonly (readonly [ItemField, string, readonly string[]])[] = [
  ["sku", "number", ["sku", "item", "article", "item number"]],
  ["name", "name", ["title", "description", "product"]],
  ["gtin", "gtin", ["ean", "barcode"]],
  ["goodsClass", "goods class", ["class", "category"]],
  ["weight", "weight", ["gross weight"]],
  ["size", "size", ["dimensions", "measures"]],
  ["unitPrice", "price", ["unit price", "net price"]],
  ["currency", "currency", ["price currency"]],
  ["taxPercent", "tax percent", ["tax", "vat"]],
  ["shippable", "shipped", ["shippable"]],
  ["shipsAlone", "ships alone", ["own parcel"]],
];

/** The columns of a file of items: what an item has, and the pieces at each origin. */
export function itemFields(origins: readonly string[]): TableField[] {
  return [
    ...FIELDS.map(([key, name, aliases]) => ({
      key,
      name,
      aliases,
      ...(key === "sku" ? { needed: true } : {}),
    })),
    ...origins.map((origin) => ({ key: `at ${origin}`, name: `pieces at ${origin}` })),
  ];
}

const WEIGHT_IN: Readonly<Record<string, readonly string[]>> = {
  kg: ["weight kg", "kg", "kilograms", "gross weight kg"],
  g: ["weight g", "grams", "weight in grams", "gross weight g"],
  lb: ["weight lb", "weight lbs", "pounds", "gross weight lb"],
  oz: ["weight oz", "ounces", "gross weight oz"],
};

/**
 * The columns a file of items may have: those of ours, and weights whose head says their unit ("Weight (g)"), which holds
 * for every figure below it that has none of its own.
 */
export function importedFields(origins: readonly string[]): TableField[] {
  const weights = Object.entries(WEIGHT_IN).map(([unit, aliases]) => ({
    key: `weight in ${unit}`,
    name: `weight, in ${unit}`,
    aliases,
  }));
  return [...itemFields(origins), ...weights];
}

/** A cell under the field it fills, with the unit of its head where it says none. */
function filled([key, text]: readonly [string, string]): [ItemField, string] {
  const unit = /^weight in (\w+)$/.exec(key)?.[1];
  if (unit === undefined) return [key as ItemField, text];
  return ["weight", /[a-z]/i.test(text) || text.trim() === "" ? text : `${text.trim()} ${unit}`];
}

/** Items as a table that comes in again unchanged. */
export function itemTable(
  items: readonly Item[],
  origins: readonly string[],
): { head: string[]; rows: string[][] } {
  const fields = itemFields(origins);
  return {
    head: fields.map(({ name }) => name),
    rows: items.map((item) => fields.map(({ key }) => itemText(item, key as ItemField))),
  };
}

/** What becomes of a row: an item more, changes of the one with its number, or nothing; columns a file lacks change nothing. */
export function itemVerdict(
  known: ReadonlyMap<string, Item>,
  units: ItemUnits,
): (cells: Readonly<Record<string, string>>) => Verdict<readonly Change[]> {
  return (cells) => {
    const sku = (cells.sku ?? "").trim();
    if (sku === "") return { kind: "refused", why: "It has no number." };
    const before = known.get(sku);
    const given = Object.entries(cells)
      .filter(([key]) => key !== "sku")
      .map(filled);
    const after = withCells(before ?? { sku, name: "" }, given, units);
    if ("fault" in after) return { kind: "refused", why: after.fault };
    if (after.name === undefined || after.name === "")
      return { kind: "refused", why: before ? "Its name would go." : "A new item needs a name." };
    if (!before)
      return { kind: "taken", value: [{ path: joinPath("items", sku), to: after as Json }], note: "new" };
    const changes = itemChanges(before, after);
    return changes.length === 0 ? { kind: "same" } : { kind: "taken", value: changes };
  };
}
