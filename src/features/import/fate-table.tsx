"use client";

import { useCallback, useMemo } from "react";
import type { TableField } from "@/tabular/match-columns";
import type { Place } from "@/ui/grid/block";
import { DataGrid } from "@/ui/grid/data-grid";
import type { GridColumn } from "@/ui/grid/grid-columns";
import type { RowFate } from "./fate";

const order = { refused: 0, taken: 1, same: 2 } as const;
const words = { refused: "left out", taken: "taken in", same: "there already" } as const;

/** Every row with its fate: first those that are left out, then those that are mended. */
export function FateTable({
  fates,
  fields,
}: {
  readonly fates: readonly RowFate<unknown>[];
  readonly fields: readonly TableField[];
}) {
  const sorted = useMemo(() => {
    const rank = ({ fate }: RowFate<unknown>) =>
      order[fate.kind] + (fate.kind === "taken" && fate.note === undefined ? 0.5 : 0);
    return [...fates].sort((a, b) => rank(a) - rank(b) || a.line - b.line);
  }, [fates]);
  const columns = useMemo(
    (): GridColumn[] => [
      { key: "line", name: "Line of the file", head: "Line", width: 64, numeric: true },
      { key: "fate", name: "Fate", head: "Fate", width: 104 },
      ...fields.map((field) => ({ key: field.key, name: field.name, head: field.name, width: 128 })),
      { key: "why", name: "Why, or what was mended", head: "Why, or what was mended", width: 380 },
    ],
    [fields],
  );
  const textOf = useCallback(
    ({ row, column }: Place) => cell(sorted[row], columns[column]?.key ?? ""),
    [sorted, columns],
  );
  return (
    <DataGrid
      label="Rows of the file"
      columns={columns}
      rows={sorted.length}
      textOf={textOf}
      mayEdit={never}
      commit={noCommit}
      height="260px"
      mark={({ row, column }) =>
        column === 1 && sorted[row]?.fate.kind === "refused" ? "warning" : undefined
      }
    />
  );
}

const never = () => false;
const noCommit = () => Promise.resolve({ ok: true as const });

function cell(row: RowFate<unknown> | undefined, key: string): string {
  if (!row) return "";
  const { fate } = row;
  if (key === "line") return String(row.line);
  if (key === "fate") return fate.kind === "taken" && fate.note !== undefined ? "mended" : words[fate.kind];
  if (key === "why")
    return fate.kind === "refused" ? fate.why : fate.kind === "taken" ? (fate.note ?? "") : "";
  return row.cells[key] ?? "";
}
