"use client";

import dynamic from "next/dynamic";
import { useState } from "react";
import { useDraft } from "@/features/draft";
import { download, downloadSheet, downloadTable } from "@/features/import";
import { sent } from "@/features/submit";
import { Button } from "@/ui/parts/button";
import { Trouble } from "@/ui/parts/trouble";
import { wholeCatalogue } from "./actions";
import type { ItemUnits } from "./item-cells";

// reading files is loaded by those who bring one
const ItemsImport = dynamic(() => import("./items-import").then((parts) => parts.ItemsImport));

interface Props {
  /** How many items there are. */
  readonly total: number;
  readonly origins: readonly string[];
  readonly units: ItemUnits;
  readonly classes: readonly { readonly code: string; readonly name: string }[];
}

/** Items in from a file, matched by their numbers, and out into one that comes in again unchanged. */
export function ItemTools({ total, origins, units, classes }: Props) {
  const { mayEdit } = useDraft();
  const [importing, setImporting] = useState(false);
  const [trouble, setTrouble] = useState<string>();
  const give = async (kind: "csv" | "xlsx" | "json") => {
    const answer = await sent(wholeCatalogue());
    setTrouble(answer.ok ? undefined : answer.text);
    if (!answer.ok) return;
    const items = answer.value;
    const { itemTable } = await import("./item-files");
    const { head, rows } = itemTable(items, origins);
    if (kind === "csv") return downloadTable("items.csv", head, rows);
    if (kind === "json")
      return download("items.json", `${JSON.stringify(items, null, 1)}\n`, "application/json");
    return downloadSheet("items.xlsx", { name: "Items", head, rows });
  };
  return (
    <div className="mt-2">
      <p className="mb-2 flex flex-wrap items-center gap-x-3 text-soft">
        {mayEdit && <Button onClick={() => setImporting(true)}>Import items</Button>}
        <span>
          all {total} as{" "}
          {(["csv", "xlsx", "json"] as const).map((kind) => (
            <button key={kind} type="button" className="link mr-1.5" onClick={() => void give(kind)}>
              {kind.toUpperCase()}
            </button>
          ))}
        </span>
      </p>
      <Trouble text={trouble} />
      {importing && (
        <ItemsImport origins={origins} units={units} classes={classes} onClose={() => setImporting(false)} />
      )}
    </div>
  );
}
