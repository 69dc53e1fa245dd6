"use client";

import { useCallback, useMemo } from "react";
import type { Place } from "@/ui/grid/block";
import { DataGrid } from "@/ui/grid/data-grid";
import type { GridColumn } from "@/ui/grid/grid-columns";
import { Button } from "@/ui/parts/button";
import { downloadTable } from "./download";

/** A row of a file with what becomes of it. */
export interface FileRow {
  /** Its line in the file, the first is 1. */
  readonly line: number;
  /** "new", "refused": what becomes of it, in a word. */
  readonly word: string;
  readonly isRefused: boolean;
  /** Why it is refused, what it replaces, or a note. */
  readonly why: string;
  /** What stands in a column, by the column's key. */
  readonly cell: (key: string) => string;
}

interface Props {
  readonly rows: readonly FileRow[];
  readonly columns: readonly GridColumn[];
  readonly height: string;
}

/** Every row of a file with its verdict, beside what it says; nothing of it can be typed over. */
export function FileRows({ rows, columns: own, height }: Props) {
  const columns = useMemo((): readonly GridColumn[] => [...fixed, ...own], [own]);
  const textOf = useCallback(
    ({ row, column }: Place) => {
      const one = rows[row];
      const key = columns[column]?.key ?? "";
      if (!one) return "";
      if (key === "line") return String(one.line);
      if (key === "verdict") return one.word;
      return key === "why" ? one.why : one.cell(key);
    },
    [rows, columns],
  );
  return (
    <DataGrid
      label="Rows of the file"
      columns={columns}
      rows={rows.length}
      textOf={textOf}
      mayEdit={never}
      commit={noCommit}
      height={height}
      mark={({ row, column }) =>
        columns[column]?.key === "verdict" && rows[row]?.isRefused ? "warning" : undefined
      }
    />
  );
}

const never = () => false;
const noCommit = () => Promise.resolve({ ok: true as const });

const fixed: readonly GridColumn[] = [
  { key: "line", name: "Line of the file", head: "Line", width: 60, numeric: true },
  { key: "verdict", name: "What becomes of it", head: "Row is", width: 88 },
  { key: "why", name: "Why, instead of what, or a note", head: "Why, or a note", width: 340 },
];

interface RefusedProps {
  readonly fileName: string;
  readonly head: readonly string[];
  /** The refused rows as they stand in the file, each with why. */
  readonly rows: readonly {
    readonly cells: readonly string[];
    readonly line: number;
    readonly why: string;
  }[];
}

/** Gives the refused rows back as a file, each with its line and its reason; nothing where none is refused. */
export function RefusedFile({ fileName, head, rows }: RefusedProps) {
  if (rows.length === 0) return null;
  const save = () =>
    void downloadTable(
      `${fileName.replace(/\.[^.]*$/, "")}-refused.csv`,
      [...head, "Line", "Why it is refused"],
      rows.map(({ cells, line, why }) => [...head.map((_, i) => cells[i] ?? ""), String(line), why]),
    );
  return <Button onClick={save}>CSV of what is refused</Button>;
}
