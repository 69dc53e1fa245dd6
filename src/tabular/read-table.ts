import Papa from "papaparse";

/** A table out of a text file: its first row is the head. */
export interface Table {
  readonly head: readonly string[];
  readonly rows: readonly (readonly string[])[];
  /** What stood between the cells. */
  readonly delimiter: string;
}

/** What is read at most; a longer file is refused whole, so that nothing is left out unseen. */
export const MOST_ROWS = 200_000;

export type TableProblem = "empty" | "too-long" | "broken-quotes";

/**
 * Reads comma, semicolon or tab separated text. Cells are trimmed, empty rows left out; a guard written against
 * spreadsheets running a cell (`'=1+1`) is taken off again.
 */
export function readTable(text: string): Table | { readonly problem: TableProblem } {
  const { data, errors, meta } = Papa.parse<string[]>(text, {
    delimitersToGuess: [";", "\t", ","],
    skipEmptyLines: "greedy",
  });
  if (errors.some((error) => error.type === "Quotes")) return { problem: "broken-quotes" };
  const [head, ...rows] = data.map((row) => row.map(plainCell));
  if (!head) return { problem: "empty" };
  if (rows.length > MOST_ROWS) return { problem: "too-long" };
  return { head, rows, delimiter: meta.delimiter };
}

export function plainCell(cell: string): string {
  const text = cell.trim();
  return /^'+[=+\-@]/.test(text) ? text.slice(1) : text;
}
