import Papa from "papaparse";
import { decodeText } from "./decode-text";
import { plainCell } from "./plain-cell";
import { FileFault, limits, SheetCounter, type RowVisitor, type TableFile } from "./table-file";

const DELIMITERS: Readonly<Record<string, string>> = { ";": "semicolons", ",": "commas", "\t": "tabs" };

/** A text with commas, semicolons or tabs between its cells. Its rows are parsed as they are asked for, never kept. */
export function openText(bytes: Uint8Array): TableFile {
  const { text, encoding } = decodeText(bytes);
  if (encoding === "windows-1252" && text.includes("\0")) throw new FileFault("binary");
  checkLines(text);
  const counter = new SheetCounter();
  const delimiter = guessDelimiter(text);
  parse(text, delimiter, (cells, line) => counter.see(cells, line));
  if (counter.rows === 0) throw new FileFault("empty");
  const between = counter.first.some((cells) => cells.length > 1)
    ? `, ${DELIMITERS[delimiter] ?? "signs"} between cells`
    : "";
  return {
    sheets: [{ name: "", rows: counter.rows, first: counter.first, merged: 0, errors: 0 }],
    how: `${encoding}${between}`,
    scan: (_, __, visit) => parse(text, delimiter, visit),
  };
}

/** Goes through the rows that hold something. */
function parse(text: string, delimiter: string, visit: RowVisitor): void {
  let line = 0;
  Papa.parse<string[]>(text, {
    delimiter,
    step: ({ data, errors }) => {
      line += 1;
      if (errors.some((error) => error.type === "Quotes")) throw new FileFault("broken-quotes");
      const cells = data.map(plainCell);
      if (cells.some((cell) => cell.length > limits.cell)) throw new FileFault("line-too-long");
      if (cells.some((cell) => cell !== "")) visit(cells, line);
    },
  });
}

/** Rows that are looked at for the sign between cells. */
const LOOKED_AT = 100;

/**
 * The sign that cuts the most rows into equally many cells; of equal ones that of more cells. Titles have no cells and decimal
 * commas cut rows too, but neither cuts all of them alike.
 */
function guessDelimiter(text: string): string {
  let best = { delimiter: ",", alike: 0, cells: 1 };
  for (const delimiter of Object.keys(DELIMITERS)) {
    const { data } = Papa.parse<string[]>(text, { delimiter, preview: LOOKED_AT, skipEmptyLines: "greedy" });
    const counts = new Map<number, number>();
    for (const row of data) if (row.length > 1) counts.set(row.length, (counts.get(row.length) ?? 0) + 1);
    for (const [cells, alike] of counts)
      if (alike > best.alike || (alike === best.alike && cells > best.cells))
        best = { delimiter, alike, cells };
  }
  return best.delimiter;
}

/** A file of one endless line is no table, and would be one row of millions of cells. */
function checkLines(text: string): void {
  let start = 0;
  while (start < text.length) {
    const end = text.indexOf("\n", start);
    const next = end < 0 ? text.length : end;
    if (next - start > limits.line) throw new FileFault("line-too-long");
    start = next + 1;
  }
}
