"use client";

import { useMemo } from "react";
import type { TableField } from "@/tabular/match-columns";
import type { GridColumn } from "@/ui/grid/grid-columns";
import { FileRows, type FileRow } from "./file-rows";
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
  const rows = useMemo(() => {
    const rank = ({ verdict }: RowVerdict<unknown>) =>
      order[verdict.kind] + (verdict.kind === "taken" && verdict.note === undefined ? 0.5 : 0);
    return [...verdicts].sort((a, b) => rank(a) - rank(b) || a.line - b.line).map(fileRow);
  }, [verdicts]);
  const columns = useMemo(
    () =>
      fields.map((field): GridColumn => ({ key: field.key, name: field.name, head: field.name, width: 128 })),
    [fields],
  );
  return <FileRows rows={rows} columns={columns} height="260px" />;
}

function fileRow({ line, verdict, cells }: RowVerdict<unknown>): FileRow {
  const taken = verdict.kind === "taken" ? verdict : undefined;
  return {
    line,
    word: words[verdict.kind],
    isRefused: verdict.kind === "refused",
    why: verdict.kind === "refused" ? verdict.why : (taken?.note ?? ""),
    cell: (key) => taken?.shown?.[key] ?? cells[key] ?? "",
  };
}
