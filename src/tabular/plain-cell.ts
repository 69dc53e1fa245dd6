/** A cell trimmed, and without the guard written against spreadsheets running it (`'=1+1`). */
export function plainCell(cell: string): string {
  const text = cell.trim();
  return /^'+[=+\-@]/.test(text) ? text.slice(1) : text;
}
