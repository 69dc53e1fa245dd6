"use client";

import { useCallback, useMemo } from "react";
import { joinPath, splitPath, type Json } from "@/core/setup/path";
import type { Item } from "@/core/setup/item";
import { useDraft } from "@/features/draft";
import type { CellEdit, GridCommitted } from "@/ui/grid/grid-source";
import type { Change } from "@/core/setup/inverse";
import { itemChanges, withCells, type CellFault, type ItemField, type ItemUnits } from "./item-cells";

/** How edits of the items that are shown are stored. */
export function useItems(
  shown: readonly Item[],
  fields: readonly ItemField[],
  put: (items: readonly Item[]) => void,
) {
  const { commit, habits, signals } = useDraft();
  const units = useMemo(
    () => ({ weight: habits.weight, length: habits.length }),
    [habits.weight, habits.length],
  );
  const store = useCallback(
    async (edits: readonly CellEdit[]): Promise<GridCommitted> => {
      const edited = editedItems(edits, shown, fields, units);
      if ("fault" in edited) return { ok: false, text: edited.fault, at: edited.at };
      const changes = changesOf(edited);
      if (changes.length === 0) return { ok: true };
      const answer = await commit(changes);
      if (answer.ok) {
        put([...edited.values()]);
        return { ok: true };
      }
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
    [shown, fields, units, commit, put],
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
      const edited = typed ? editedItems([typed], shown, fields, units) : new Map<Item, Item>();
      signals.type("fault" in edited ? [] : changesOf(edited));
    },
    [signals, shown, fields, units],
  );
  return { store, remove, tell, units };
}

/** Items before and after edits of the grid, or the first cell that can't be what its column holds. */
function editedItems(
  edits: readonly CellEdit[],
  shown: readonly Item[],
  fields: readonly ItemField[],
  units: ItemUnits,
): ReadonlyMap<Item, Item> | (CellFault & { readonly at: CellEdit }) {
  const after = new Map<Item, Item>();
  for (const edit of edits) {
    const item = shown[edit.row];
    if (!item) continue;
    const next = withCells(after.get(item) ?? item, [[fields[edit.column] ?? "name", edit.text]], units);
    if ("fault" in next) return { ...next, at: edit };
    after.set(item, next);
  }
  return after;
}

function changesOf(edited: ReadonlyMap<Item, Item>): Change[] {
  return [...edited].flatMap(([item, next]) => itemChanges(item, next));
}

export function lacksWeight(item: Item): boolean {
  return item.shippable !== false && item.weight === undefined;
}
