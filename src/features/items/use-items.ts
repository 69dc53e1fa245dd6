"use client";

import { useCallback, useMemo, useState } from "react";
import { joinPath, splitPath, type Json } from "@/core/setup/path";
import type { Item } from "@/core/setup/item";
import { useDraft } from "@/features/draft";
import type { CellEdit, GridCommitted } from "@/ui/grid/grid-source";
import type { Change } from "@/core/setup/inverse";
import { itemChanges, withCells, type CellFault, type ItemField, type ItemUnits } from "./item-cells";

/** The items that are shown, in an order that stands still while they are edited, and how edits of them are stored. */
export function useItems(items: readonly Item[], fields: readonly ItemField[], search: string) {
  const { commit, habits, signals } = useDraft();
  const units = useMemo(
    () => ({ weight: habits.weight, length: habits.length }),
    [habits.weight, habits.length],
  );
  // what lacks a weight stands first when the page opens; typing one in moves no row
  const [lackedFirst] = useState(() => new Set(items.filter(lacksWeight).map((item) => item.sku)));
  const sorted = useMemo(
    () => [
      ...items.filter((item) => lackedFirst.has(item.sku)),
      ...items.filter((item) => !lackedFirst.has(item.sku)),
    ],
    [items, lackedFirst],
  );
  const texts = useMemo(() => sorted.map((item) => `${item.sku} ${item.name}`.toLowerCase()), [sorted]);
  const shown = useMemo(() => {
    const words = search.trim().toLowerCase();
    return words === "" ? sorted : sorted.filter((_, i) => texts[i]?.includes(words));
  }, [sorted, texts, search]);

  const store = useCallback(
    async (edits: readonly CellEdit[]): Promise<GridCommitted> => {
      const changes = changesOf(edits, shown, fields, units);
      if ("fault" in changes) return { ok: false, text: changes.fault, at: changes.at };
      if (changes.length === 0) return { ok: true };
      const answer = await commit(changes);
      if (answer.ok) return { ok: true };
      const [, sku, field = ""] = splitPath(answer.problems[0]?.path ?? "");
      const row = shown.findIndex((item) => item.sku === sku);
      const column = fields.findIndex((one) => one === field || (field === "stock" && one.startsWith("at ")));
      return {
        ok: false,
        text: answer.text,
        conflict: answer.code === "conflict",
        ...(row < 0 || column < 0 ? {} : { at: { row, column } }),
      };
    },
    [shown, fields, units, commit],
  );
  const remove = useCallback(
    async (top: number, bottom: number) => {
      const gone = shown.slice(top, bottom + 1);
      if (gone.length === 0) return undefined;
      const answer = await commit(
        gone.map((item) => ({ path: joinPath("items", item.sku), from: item as Json })),
      );
      return answer.ok ? undefined : answer.text;
    },
    [shown, commit],
  );
  const tell = useCallback(
    (typed: CellEdit | undefined) => {
      const changes = typed ? changesOf([typed], shown, fields, units) : [];
      signals.type("fault" in changes ? [] : changes);
    },
    [signals, shown, fields, units],
  );
  return { shown, store, remove, tell, units };
}

/** Edits of the grid as changes of items, or the first cell that can't be what its column holds. */
function changesOf(
  edits: readonly CellEdit[],
  shown: readonly Item[],
  fields: readonly ItemField[],
  units: ItemUnits,
): Change[] | (CellFault & { readonly at: CellEdit }) {
  const after = new Map<Item, Item>();
  for (const edit of edits) {
    const item = shown[edit.row];
    if (!item) continue;
    const next = withCells(after.get(item) ?? item, [[fields[edit.column] ?? "name", edit.text]], units);
    if ("fault" in next) return { ...next, at: edit };
    after.set(item, next);
  }
  return [...after].flatMap(([item, next]) => itemChanges(item, next));
}

export function lacksWeight(item: Item): boolean {
  return item.shippable !== false && item.weight === undefined;
}
