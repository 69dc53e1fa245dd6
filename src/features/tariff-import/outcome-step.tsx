"use client";

import { useMemo } from "react";
import type { Reading, ReadRow } from "@/core/tariff-files/thread";
import { FileRows, RefusedFile, type FileRow } from "@/features/import";
import type { GridColumn } from "@/ui/grid/grid-columns";
import { rowWhy, verdictWords } from "./row-words";

interface Props {
  readonly reading: Reading;
  readonly head: readonly string[];
  readonly sheetNames: readonly string[];
  readonly fileName: string;
}

/** Every row's verdict, the refused ones first, before anything is stored. */
export function OutcomeStep({ reading, head, sheetNames, fileName }: Props) {
  const { counts, rows, refused } = reading;
  const several = sheetNames.length > 1;
  const columns = useMemo(
    (): GridColumn[] => [
      ...(several ? [{ key: "sheet", name: "Sheet", head: "Sheet", width: 110 }] : []),
      ...head
        .slice(0, 40)
        .map((name, i) => ({ key: `cell ${i}`, name: name || `Column ${i + 1}`, head: name, width: 132 })),
    ],
    [head, several],
  );
  const shown = useMemo(() => rows.map((row) => fileRow(row, sheetNames)), [rows, sheetNames]);
  const total = counts.new + counts.changed + counts.same + counts.refused;
  return (
    <section aria-label="What becomes of its rows" className="mb-3">
      <p role="status" className="mb-1.5 flex flex-wrap items-center gap-x-3">
        <span>
          <b>{counts.new}</b> new · <b>{counts.changed}</b> changed · {counts.same} unchanged ·{" "}
          <b className={counts.refused > 0 ? "text-loss" : ""}>{counts.refused}</b> refused
        </span>
        <RefusedFile
          fileName={fileName}
          head={head}
          rows={refused.map((row) => ({ cells: row.cells, line: row.line, why: rowWhy(row) }))}
        />
        {rows.length < total && (
          <span className="text-soft">
            the first {rows.length} of {total} rows are shown
          </span>
        )}
      </p>
      <FileRows rows={shown} columns={columns} height="280px" />
    </section>
  );
}

function fileRow(row: ReadRow, sheetNames: readonly string[]): FileRow {
  return {
    line: row.line,
    word: verdictWords[row.verdict],
    isRefused: row.verdict === "refused",
    why: rowWhy(row),
    cell: (key) =>
      key === "sheet" ? (sheetNames[row.sheet] ?? "") : (row.cells[Number(key.slice(5))] ?? ""),
  };
}
