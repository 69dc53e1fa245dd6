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
  const delimiter = parse(text, undefined, (cells, line) => counter.see(cells, line));
  if (counter.rows === 0) throw new FileFault("empty");
  const between = counter.first.some((cells) => cells.length > 1)
    ? `, ${DELIMITERS[delimiter] ?? "signs"} between cells`
    : "";
  return {
    sheets: [{ name: "", rows: counter.rows, first: counter.first, merged: 0, errors: 0 }],
    how: `${encoding}${between}`,
    scan: (_, __, visit) => void parse(text, delimiter, visit),
  };
}

/** Goes through the rows that hold something; gives the delimiter. */
function parse(text: string, delimiter: string | undefined, visit: RowVisitor): string {
  let [line, found] = [0, delimiter ?? ","];
  Papa.parse<string[]>(text, {
    ...(delimiter === undefined ? { delimitersToGuess: [";", "\t", ","] } : { delimiter }),
    step: ({ data, errors, meta }) => {
      line += 1;
      found = meta.delimiter;
      if (errors.some((error) => error.type === "Quotes")) throw new FileFault("broken-quotes");
      const cells = data.map(plainCell);
      if (cells.some((cell) => cell.length > limits.cell)) throw new FileFault("line-too-long");
      if (cells.some((cell) => cell !== "")) visit(cells, line);
    },
  });
  return found;
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
