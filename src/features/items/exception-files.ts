import type { ItemException } from "@/core/setup/offer";
import { same } from "@/core/setup/same";
import { destinationText, readDestinations } from "@/features/edits";
import type { Verdict } from "@/features/import";
import type { TableField } from "@/tabular/match-columns";
import { effectText, readEffect } from "./effect-text";

/** The columns of a file of item exceptions. */
export const exceptionFields: readonly TableField[] = [
  { key: "item", name: "item", aliases: ["sku", "number", "article"] },
  { key: "goodsClass", name: "goods class", aliases: ["class"] },
  { key: "offer", name: "offer", aliases: ["way of delivery"] },
  { key: "destinations", name: "where to", aliases: ["destination", "destinations", "country"] },
  { key: "do", name: "what it does", aliases: ["effect", "exception"], needed: true, isFigure: true },
];

/** Exceptions as a table that comes in again unchanged. */
export function exceptionTable(exceptions: readonly ItemException[]): { head: string[]; rows: string[][] } {
  return {
    head: exceptionFields.map(({ name }) => name),
    rows: exceptions.map(({ item = "", goodsClass = "", offer = "", destinations = [], do: effect }) => [
      item,
      goodsClass,
      offer,
      destinations.map(destinationText).join("; "),
      effectText(effect),
    ]),
  };
}

/** What may be named, so that a row with a strange name is left out and told of. */
export interface ExceptionNames {
  readonly skus: ReadonlySet<string>;
  readonly goodsClasses: readonly string[];
  readonly offers: readonly string[];
}

/** What becomes of a row: an exception more, one that is there already, or nothing with its reason. */
export function exceptionVerdict(
  known: readonly ItemException[],
  names: ExceptionNames,
): (cells: Readonly<Record<string, string>>) => Verdict<ItemException> {
  return (cells) => {
    const cell = (key: string) => (cells[key] ?? "").trim();
    const effect = readEffect(cell("do"));
    const isEffect = effect === "ban" || effect === "shipsFree" || typeof effect === "object";
    if (!isEffect)
      return {
        kind: "refused",
        why: `"${cell("do")}" is none of: banned, ships free, instead 9.00, extra 2.50.`,
      };
    const [figure] = typeof effect === "object" && effect !== null ? Object.values(effect) : [];
    if (figure !== undefined && !/^-?\d+(\.\d+)?$/.test(String(figure)))
      return { kind: "refused", why: `"${String(figure)}" is not an amount of money.` };
    const [item, goodsClass, offer] = [cell("item"), cell("goodsClass"), cell("offer")];
    if (item !== "" && !names.skus.has(item)) return { kind: "refused", why: `There is no item ${item}.` };
    if (goodsClass !== "" && !names.goodsClasses.includes(goodsClass))
      return { kind: "refused", why: `There is no goods class ${goodsClass}.` };
    if (offer !== "" && !names.offers.includes(offer))
      return { kind: "refused", why: `There is no offer ${offer}.` };
    const destinations = readDestinations(cell("destinations"));
    const strange = destinations.find(({ country }) => !/^([A-Z]{2}|\*)$/.test(country));
    if (strange) return { kind: "refused", why: `${strange.country} is not a country's two letters.` };
    const value: ItemException = {
      ...(item === "" ? {} : { item }),
      ...(goodsClass === "" ? {} : { goodsClass }),
      ...(offer === "" ? {} : { offer }),
      ...(destinations.length === 0 ? {} : { destinations }),
      do: effect as ItemException["do"],
    };
    if (known.some((one) => same(one, value))) return { kind: "same" };
    const shown = {
      goodsClass,
      destinations: destinations.map(destinationText).join("; "),
      do: effectText(value.do),
    };
    return { kind: "taken", value, shown, about: JSON.stringify(value) };
  };
}
