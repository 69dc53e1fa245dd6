import type { Change } from "@/core/setup/inverse";
import type { Item } from "@/core/setup/item";
import { joinPath, type Json } from "@/core/setup/path";
import { same } from "@/core/setup/same";
import type { LengthUnit, WeightUnit } from "@/core/units/unit";
import { transportModes } from "@/core/setup/transport-mode";
import { readQuantity } from "@/features/edits";
import { modesText, readModes } from "@/messages/mode-words";
import { plainNumber } from "@/ui/number-text";

/** What a column of items holds; `at TRT` the pieces an origin keeps. */
export type ItemField =
  | "sku"
  | "name"
  | "gtin"
  | "goodsClass"
  | "weight"
  | "size"
  | "unitPrice"
  | "currency"
  | "taxPercent"
  | "shippable"
  | "shipsAlone"
  | "notBy"
  | `at ${string}`;

/** The units figures without one are in. */
export interface ItemUnits {
  readonly weight: WeightUnit;
  readonly length: LengthUnit;
}

/** A text that can't be what its column holds. */
export interface CellFault {
  readonly fault: string;
}

/** A cell as it is shown, given out and typed again. */
export function itemText(item: Item | undefined, field: ItemField): string {
  if (!item) return "";
  switch (field) {
    case "weight":
      return item.weight ? `${item.weight.value} ${item.weight.unit}` : "";
    case "size":
      return item.size
        ? `${item.size.length} × ${item.size.width} × ${item.size.height} ${item.size.unit}`
        : "";
    case "shippable":
      return item.shippable === undefined ? "" : item.shippable ? "yes" : "no";
    case "shipsAlone":
      return item.shipsAlone === undefined ? "" : item.shipsAlone ? "yes" : "no";
    case "notBy":
      return modesText(item.notBy);
    case "sku":
    case "name":
    case "gtin":
    case "goodsClass":
    case "unitPrice":
    case "currency":
    case "taxPercent":
      return item[field] ?? "";
    default:
      return String(item.stock?.find(({ origin }) => `at ${origin}` === field)?.quantity ?? "");
  }
}

const SIZE = /^(.+?)\s*[x×*]\s*(.+?)\s*[x×*]\s*([^a-z]+?)\s*(cm|mm|m|in)?$/i;
const YES = /^(yes|y|true|1|x)$/i;
const NO = /^(no|n|false|0)$/i;

/** The field of an item that a text stands for, and what it becomes; `undefined` leaves it out. */
export function readCell(
  item: Item,
  field: ItemField,
  text: string,
  units: ItemUnits,
): { readonly key: keyof Item; readonly value: Json | undefined } | CellFault {
  const typed = text.trim();
  const plain = typed === "" ? undefined : typed;
  switch (field) {
    case "weight":
      return { key: "weight", value: readQuantity(typed, units.weight) as Json | undefined };
    case "size":
      return readSize(typed, units.length);
    case "shippable":
    case "shipsAlone":
      if (plain === undefined) return { key: field, value: undefined };
      return YES.test(typed) || NO.test(typed)
        ? { key: field, value: YES.test(typed) }
        : { fault: `“${typed}” is neither yes nor no.` };
    case "notBy":
      return readNotBy(typed);
    case "unitPrice":
    case "taxPercent":
      return { key: field, value: plain === undefined ? undefined : plainNumber(typed) };
    case "sku":
    case "name":
    case "gtin":
    case "goodsClass":
      return { key: field, value: plain };
    case "currency":
      return { key: field, value: plain?.toUpperCase() };
    default:
      return readPieces(item, field.slice(3), typed);
  }
}

function readNotBy(typed: string): { key: "notBy"; value: Json | undefined } | CellFault {
  const modes = readModes(typed);
  if (!modes)
    return { fault: `“${typed}” is not a list of ways to carry goods: ${modesText(transportModes)}.` };
  return { key: "notBy", value: modes.length === 0 ? undefined : modes };
}

function readSize(typed: string, usual: LengthUnit): { key: "size"; value: Json | undefined } | CellFault {
  if (typed === "") return { key: "size", value: undefined };
  const [, length, width, height, unit] = SIZE.exec(typed) ?? [];
  if (length === undefined || width === undefined || height === undefined)
    return { fault: `“${typed}” is not a size: three sides, like 40 × 30 × 20 ${usual}.` };
  const [l, w, h] = [length, width, height].map(plainNumber);
  return {
    key: "size",
    value: { length: l ?? "", width: w ?? "", height: h ?? "", unit: unit?.toLowerCase() ?? usual },
  };
}

/** The pieces one origin keeps; an item nobody counts is at every origin. */
function readPieces(
  item: Item,
  origin: string,
  typed: string,
): { key: "stock"; value: Json | undefined } | CellFault {
  if (typed !== "" && !/^\d+$/.test(typed)) return { fault: `“${typed}” is not a whole number of pieces.` };
  const others = (item.stock ?? []).filter((entry) => entry.origin !== origin);
  const at = (item.stock ?? []).findIndex((entry) => entry.origin === origin);
  const own = { origin, quantity: Number(typed) };
  const next =
    typed === ""
      ? others
      : at < 0
        ? [...others, own]
        : (item.stock ?? []).map((entry, i) => (i === at ? own : entry));
  return { key: "stock", value: next.length === 0 ? undefined : next };
}

/** An item with cells put into it, or what is wrong with one of them. */
export function withCells(
  item: Item,
  cells: readonly (readonly [ItemField, string])[],
  units: ItemUnits,
): Item | CellFault {
  let next = item;
  for (const [field, text] of cells) {
    const read = readCell(next, field, text, units);
    if ("fault" in read) return read;
    const { [read.key]: _, ...others } = next;
    next = (read.value === undefined ? others : { ...next, [read.key]: read.value }) as Item;
  }
  return next;
}

/** The changes of the draft that make an item another: one a field, so that two people may change different ones. */
export function itemChanges(before: Item, after: Item): Change[] {
  const path = joinPath("items", before.sku);
  const keys = [...new Set([...Object.keys(before), ...Object.keys(after)])] as (keyof Item)[];
  return keys.flatMap((key): Change[] => {
    const [from, to] = [before[key], after[key]];
    if (same(from, to)) return [];
    return [
      {
        path: `${path}/${key}`,
        ...(from === undefined ? {} : { from: from as Json }),
        ...(to === undefined ? {} : { to: to as Json }),
      },
    ];
  });
}
