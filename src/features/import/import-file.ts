import { decodeText } from "@/tabular/decode-text";
import { readTable, type Table, type TableProblem } from "@/tabular/read-table";

const MOST_BYTES = 30_000_000;

const words: Readonly<Record<TableProblem | "too-large", string>> = {
  empty: "There is nothing in it.",
  "too-long": "It has more than 200,000 rows. Split it.",
  "broken-quotes": "A quotation mark is opened and not closed in it.",
  "too-large": "It is over 30 MB. Split it.",
};

export interface ReadFile {
  readonly name: string;
  readonly table: Table;
  /** How it was read, in words. */
  readonly how: string;
}

const delimiters: Readonly<Record<string, string>> = { ";": "semicolons", ",": "commas", "\t": "tabs" };

/** A file's bytes as a table, or what is wrong with it. */
export function readFileBytes(name: string, bytes: Uint8Array): ReadFile | { readonly trouble: string } {
  if (bytes.length > MOST_BYTES) return { trouble: words["too-large"] };
  const { text, encoding } = decodeText(bytes);
  const table = readTable(text);
  if ("problem" in table) return { trouble: words[table.problem] };
  const between = table.head.length > 1 ? `, ${delimiters[table.delimiter] ?? "signs"} between cells` : "";
  return { name, table, how: `${table.rows.length} rows, ${encoding}${between}` };
}
