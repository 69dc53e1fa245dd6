"use client";

import { useMemo } from "react";
import type { Item } from "@/core/setup/item";
import { useDraft } from "@/features/draft";
import { ImportPanel } from "@/features/import";
import type { ItemUnits } from "./item-cells";
import { importedChanges, importedFields, itemTable, itemVerdict } from "./item-files";

interface Props {
  readonly items: readonly Item[];
  readonly origins: readonly string[];
  readonly units: ItemUnits;
  readonly classes: readonly { readonly code: string; readonly name: string }[];
  readonly onClose: () => void;
}

/** Items from a file, matched by their numbers. The catalogue is only gone through for it while the file is at hand. */
export function ItemsImport({ items, origins, units, classes, onClose }: Props) {
  const { commit } = useDraft();
  const fields = useMemo(() => importedFields(origins), [origins]);
  const read = useMemo(
    () => itemVerdict(new Map(items.map((item) => [item.sku, item])), classes, units),
    [items, classes, units],
  );
  return (
    <ImportPanel
      what="items"
      fields={fields}
      read={read}
      onTake={(rows) => commit(importedChanges(rows))}
      onClose={onClose}
      fromJson={(value) =>
        Array.isArray(value) && value.every((one) => typeof one === "object" && one !== null && "sku" in one)
          ? itemTable(value as Item[], origins)
          : undefined
      }
    />
  );
}
