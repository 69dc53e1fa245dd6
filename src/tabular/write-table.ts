import Papa from "papaparse";

/** Plain figures may begin with a sign; anything else that does is a formula to a spreadsheet. */
const RUNNABLE = /^'*[=+\-@\t\r]/;
const FIGURE = /^-?\d+([.,]\d+)?$/;

function guarded(cell: string): string {
  return RUNNABLE.test(cell) && !FIGURE.test(cell) ? `'${cell}` : cell;
}

/**
 * A table as comma separated text in UTF-8 with a byte order mark, which spreadsheets need to see the letters right. Cells
 * that a spreadsheet would run begin with an apostrophe; reading takes it off again.
 */
export function writeTable(head: readonly string[], rows: readonly (readonly string[])[]): string {
  const all = [head, ...rows].map((row) => row.map(guarded));
  return `\ufeff${Papa.unparse(all, { newline: "\r\n" })}\r\n`;
}
