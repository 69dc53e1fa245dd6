"use client";

import { useMemo } from "react";
import type { Item } from "@/core/setup/item";
import { useDraft } from "@/features/draft";
import { ImportPanel } from "@/features/import";
import { Trouble } from "@/ui/parts/trouble";
import type { ItemUnits } from "./item-cells";
import { importedChanges, importedFields, itemTable, itemVerdict } from "./item-files";
import { useWholeCatalogue } from "./use-whole-catalogue";

interface Props {
  readonly origins: readonly string[];
  readonly units: ItemUnits;
  readonly classes: readonly { readonly code: string; readonly name: string }[];
  readonly onClose: () => void;
}

/** Items from a file, matched by their numbers; the catalogue is fetched for it. */
export function ItemsImport(props: Props) {
  const { items, trouble } = useWholeCatalogue();
  if (!items)
    return trouble === undefined ? <p role="status">Reading the catalogue…</p> : <Trouble text={trouble} />;
  return <ReadItems {...props} items={items} />;
}

function ReadItems({ items, origins, units, classes, onClose }: Props & { readonly items: readonly Item[] }) {
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
