import type { Change } from "@/core/setup/inverse";
import { joinPath, type Json } from "@/core/setup/path";
import { item as itemSchema, type Item } from "@/core/setup/item";
import { parseWith } from "@/core/setup/parse-setup";
import type { Verdict } from "@/features/import";
import { problemSentence } from "@/messages/problem-sentence";
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
  ["notBy", "not by", ["not by mode", "never by", "barred modes"]],
];

const figures: ReadonlySet<ItemField> = new Set(["weight", "size", "unitPrice", "taxPercent"]);

/** The columns of a file of items: what an item has, and the pieces at each origin. */
export function itemFields(origins: readonly string[]): TableField[] {
  return [
    ...FIELDS.map(([key, name, aliases]) => ({
      key,
      name,
      aliases,
      ...(key === "sku" ? { needed: true } : {}),
      ...(figures.has(key) ? { isFigure: true } : {}),
    })),
    ...origins.map((origin) => ({ key: `at ${origin}`, name: `pieces at ${origin}`, isFigure: true })),
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
    isFigure: true,
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
  classes: readonly GoodsClassName[],
  units: ItemUnits,
): (cells: Readonly<Record<string, string>>) => Verdict<ImportedItem> {
  return (cells) => {
    const sku = (cells.sku ?? "").trim();
    if (sku === "") return { kind: "refused", why: "It has no number." };
    const before = known.get(sku);
    const given = Object.entries(cells)
      .filter(([key]) => key !== "sku")
      .map(filled);
    const read = withCells(before ?? { sku, name: "" }, given, units);
    if ("fault" in read) return { kind: "refused", why: read.fault };
    if (read.name === undefined || read.name === "")
      return { kind: "refused", why: before ? "Its name would go." : "A new item needs a name." };
    const { goodsClass, isNew } = classOf(read.goodsClass, classes);
    const after = goodsClass === undefined ? read : { ...read, goodsClass };
    const parsed = parseWith<Item>(itemSchema, after, "");
    if (!parsed.ok)
      return { kind: "refused", why: parsed.problems.map((problem) => problemSentence(problem)).join(" ") };
    const changes: readonly Change[] = before
      ? itemChanges(before, after)
      : [{ path: joinPath("items", sku), to: after as Json }];
    if (changes.length === 0) return { kind: "same" };
    const notes = [before ? [] : ["new"], isNew ? [`goods class ${goodsClass ?? ""} is new`] : []].flat();
    return {
      kind: "taken",
      value: { changes, ...(isNew && goodsClass !== undefined ? { newClass: goodsClass } : {}) },
      about: sku,
      shown: Object.fromEntries(
        Object.keys(cells).map((key) => [key, itemText(after, filled([key, ""])[0])]),
      ),
      ...(notes.length > 0 ? { note: notes.join(", ") } : {}),
    };
  };
}

/** What a row of a file changes, and the goods class it needs that is not there yet. */
export interface ImportedItem {
  readonly changes: readonly Change[];
  readonly newClass?: string;
}

interface GoodsClassName {
  readonly code: string;
  readonly name: string;
}

/** The goods class a text means, by code or by name. One that is neither is a new one's code. */
function classOf(
  text: string | undefined,
  classes: readonly GoodsClassName[],
): { readonly goodsClass: string | undefined; readonly isNew: boolean } {
  const bare = text?.toLowerCase();
  const known =
    classes.find(({ code }) => code === text) ??
    classes.find(({ code, name }) => code.toLowerCase() === bare || name.toLowerCase() === bare);
  return { goodsClass: known?.code ?? text, isNew: text !== undefined && known === undefined };
}

/** The rows as changes of the draft: goods classes that are new come first. */
export function importedChanges(rows: readonly ImportedItem[]): Change[] {
  const classes = [...new Set(rows.flatMap(({ newClass }) => newClass ?? []))];
  return [
    ...classes.map((code) => ({ path: joinPath("goodsClasses", code), to: { code, name: code } })),
    ...rows.flatMap(({ changes }) => changes),
  ];
}
