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
