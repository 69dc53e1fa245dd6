"use client";

import { useCallback, useMemo } from "react";
import type { TableField } from "@/tabular/match-columns";
import type { Place } from "@/ui/grid/block";
import { DataGrid } from "@/ui/grid/data-grid";
import type { GridColumn } from "@/ui/grid/grid-columns";
import type { RowVerdict } from "./verdict";

const order = { refused: 0, taken: 1, same: 2 } as const;
const words = { refused: "refused", taken: "imported", same: "unchanged" } as const;

/** Every row as it will be stored, with its verdict: first those that are refused, then those with a note. */
export function VerdictTable({
  verdicts,
  fields,
}: {
  readonly verdicts: readonly RowVerdict<unknown>[];
  readonly fields: readonly TableField[];
}) {
  const sorted = useMemo(() => {
    const rank = ({ verdict }: RowVerdict<unknown>) =>
      order[verdict.kind] + (verdict.kind === "taken" && verdict.note === undefined ? 0.5 : 0);
    return [...verdicts].sort((a, b) => rank(a) - rank(b) || a.line - b.line);
  }, [verdicts]);
  const columns = useMemo(
    (): GridColumn[] => [
      { key: "line", name: "Line of the file", head: "Line", width: 64, numeric: true },
      { key: "verdict", name: "What becomes of it", head: "Row is", width: 104 },
      ...fields.map((field) => ({ key: field.key, name: field.name, head: field.name, width: 128 })),
      { key: "why", name: "Why, or a note", head: "Why, or a note", width: 380 },
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
        column === 1 && sorted[row]?.verdict.kind === "refused" ? "warning" : undefined
      }
    />
  );
}

const never = () => false;
const noCommit = () => Promise.resolve({ ok: true as const });

function cell(row: RowVerdict<unknown> | undefined, key: string): string {
  if (!row) return "";
  const { verdict } = row;
  if (key === "line") return String(row.line);
  if (key === "verdict") return words[verdict.kind];
  if (key === "why")
    return verdict.kind === "refused" ? verdict.why : verdict.kind === "taken" ? (verdict.note ?? "") : "";
  return (verdict.kind === "taken" ? verdict.shown?.[key] : undefined) ?? row.cells[key] ?? "";
}
