"use client";

import { useMemo, useState } from "react";
import type { Item } from "@/core/setup/item";
import { useDraft } from "@/features/draft";
import { download, ImportPanel } from "@/features/import";
import { writeTable } from "@/tabular/write-table";
import { Button } from "@/ui/parts/button";
import type { ItemUnits } from "./item-cells";
import { importedChanges, importedFields, itemVerdict, itemTable } from "./item-files";

interface Props {
  readonly items: readonly Item[];
  readonly origins: readonly string[];
  readonly units: ItemUnits;
  readonly classes: readonly { readonly code: string; readonly name: string }[];
}

/** Items in from a file, matched by their numbers, and out into one that comes in again unchanged. */
export function ItemTools({ items, origins, units, classes }: Props) {
  const { commit, mayEdit } = useDraft();
  const [importing, setImporting] = useState(false);
  const fields = useMemo(() => importedFields(origins), [origins]);
  const read = useMemo(
    () => itemVerdict(new Map(importing ? items.map((item) => [item.sku, item]) : []), classes, units),
    [importing, items, classes, units],
  );
  const give = async (kind: "csv" | "xlsx" | "json") => {
    const { head, rows } = itemTable(items, origins);
    if (kind === "csv") return download("items.csv", writeTable(head, rows));
    if (kind === "json")
      return download("items.json", `${JSON.stringify(items, null, 1)}\n`, "application/json");
    const { writeWorkbook } = await import("@/tabular/write-workbook");
    download("items.xlsx", await writeWorkbook([{ name: "Items", head, rows }]));
  };
  return (
    <div className="mt-2">
      <p className="mb-2 flex flex-wrap items-center gap-x-3 text-soft">
        {mayEdit && <Button onClick={() => setImporting(true)}>Import items</Button>}
        <span>
          all {items.length} as{" "}
          {(["csv", "xlsx", "json"] as const).map((kind) => (
            <button key={kind} type="button" className="link mr-1.5" onClick={() => void give(kind)}>
              {kind.toUpperCase()}
            </button>
          ))}
        </span>
      </p>
      {importing && (
        <ImportPanel
          what="items"
          fields={fields}
          read={read}
          onTake={(rows) => commit(importedChanges(rows))}
          onClose={() => setImporting(false)}
          fromJson={(value) =>
            Array.isArray(value) &&
            value.every((one) => typeof one === "object" && one !== null && "sku" in one)
              ? itemTable(value as Item[], origins)
              : undefined
          }
        />
      )}
    </div>
  );
}
