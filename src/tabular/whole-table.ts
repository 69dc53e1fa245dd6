import { openTable } from "./open-table";
import type { FileProblem } from "./table-file";

/** A whole table out of a file's first sheet: its first row is the head. Rows that hold nothing are left out. */
export interface Table {
  readonly head: readonly string[];
  /** The head's line in the file; the first is 1. */
  readonly headLine: number;
  readonly rows: readonly (readonly string[])[];
  /** The line of each row in the file. */
  readonly lines: readonly number[];
  /** How the file was read: "utf-8, semicolons between cells". */
  readonly how: string;
}

export function wholeTable(bytes: Uint8Array): Table | { readonly problem: FileProblem } {
  const file = openTable(bytes);
  if ("problem" in file) return file;
  const rows: (readonly string[])[] = [];
  const lines: number[] = [];
  file.scan(0, ".", (cells, line) => {
    rows.push(cells);
    lines.push(line);
  });
  const [head, ...rest] = rows;
  if (!head) return { problem: "empty" };
  return { head, headLine: lines[0] ?? 1, rows: rest, lines: lines.slice(1), how: file.how };
}
