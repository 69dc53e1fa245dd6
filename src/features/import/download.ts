/** Hands a text, or bytes that are one file already, to the browser as a file. */
export function download(name: string, content: string | Blob, type = "text/csv;charset=utf-8"): void {
  const blob = typeof content === "string" ? new Blob([content], { type }) : content;
  const url = URL.createObjectURL(blob);
  const link = document.createElement("a");
  link.href = url;
  link.download = name;
  link.click();
  URL.revokeObjectURL(url);
}

/** Hands a table to the browser as CSV; what writes it is loaded when somebody asks for one. */
export async function downloadTable(
  name: string,
  head: readonly string[],
  rows: readonly (readonly string[])[],
): Promise<void> {
  const { writeTable } = await import("@/tabular/write-table");
  download(name, writeTable(head, rows));
}

/** The same as a workbook of one sheet. */
export async function downloadSheet(
  name: string,
  sheet: {
    readonly name: string;
    readonly head: readonly string[];
    readonly rows: readonly (readonly string[])[];
  },
): Promise<void> {
  const { writeWorkbook } = await import("@/tabular/write-workbook");
  download(name, await writeWorkbook([sheet]));
}
