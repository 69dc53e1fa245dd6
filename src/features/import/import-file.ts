import type { FileProblem } from "@/tabular/table-file";
import type { Table } from "@/tabular/whole-table";

export const fileProblemWords: Readonly<Record<FileProblem, string>> = {
  empty: "There is nothing in it.",
  image: "It is a picture, not a table. Ask for the figures as a spreadsheet or CSV.",
  pdf: "It is a PDF, which holds a picture of a table. Ask for the figures as a spreadsheet or CSV.",
  "old-workbook":
    "It is a workbook of the old kind, or one under a password. Store it as XLSX without a password.",
  binary: "It is neither text nor a workbook.",
  "not-a-workbook": "It is an archive, but not a workbook.",
  broken: "It is damaged, or was cut off on its way. Download it again.",
  "broken-quotes": "A quotation mark is opened and not closed in it.",
  "too-large": "It is over 60 MB. Split it.",
  "unpacks-too-large": "It unpacks to more than 100 MB, which no table of rates does. Split it.",
  "too-long": "It has more than 250,000 rows. Split it.",
  "too-wide": "It has more than 2,000 columns.",
  "line-too-long": "One of its lines or cells is longer than a table's can be: is it another kind of file?",
};

const MOST_JSON = 60_000_000;

export interface ReadFile {
  readonly name: string;
  readonly table: Table;
  /** How it was read, in words. */
  readonly how: string;
}

/** JSON of one's own as a table; `undefined` for JSON that is something else. */
export type FromJson = (value: unknown) => Pick<Table, "head" | "rows"> | undefined;

/** A document of an open standard as a table, or what is wrong with it, in words. */
export type FromXml = (text: string) => Pick<Table, "head" | "rows"> | string;

/** What files of one's own kind are read by, beside tables. */
export interface OtherFiles {
  readonly fromJson?: FromJson | undefined;
  readonly fromXml?: FromXml | undefined;
}

/** A file as a table, or what is wrong with it. The readers are loaded when somebody has a file. */
export async function readFile(
  file: File,
  { fromJson, fromXml }: OtherFiles = {},
): Promise<ReadFile | { readonly trouble: string }> {
  if (fromJson && /\.json$/i.test(file.name)) return readJson(file, fromJson);
  if (fromXml && /\.xml$/i.test(file.name)) return readXmlFile(file, fromXml);
  const [{ wholeTable }, bytes] = await Promise.all([import("@/tabular/whole-table"), file.arrayBuffer()]);
  const table = wholeTable(new Uint8Array(bytes));
  if ("problem" in table) return { trouble: fileProblemWords[table.problem] };
  return { name: file.name, table, how: `${table.rows.length} rows, ${table.how}` };
}

async function readJson(file: File, fromJson: FromJson): Promise<ReadFile | { readonly trouble: string }> {
  if (file.size > MOST_JSON) return { trouble: fileProblemWords["too-large"] };
  let table: ReturnType<FromJson>;
  try {
    table = fromJson(JSON.parse(await file.text()));
  } catch {
    table = undefined;
  }
  if (!table) return { trouble: "It is not the JSON that is given out here." };
  return readAs(file, table, "JSON");
}

async function readXmlFile(file: File, fromXml: FromXml): Promise<ReadFile | { readonly trouble: string }> {
  if (file.size > MOST_JSON) return { trouble: fileProblemWords["too-large"] };
  const table = fromXml(await file.text());
  return typeof table === "string" ? { trouble: table } : readAs(file, table, "XML");
}

/** What has no lines of its own: the places in its list, counted as a file's under a head. */
function readAs(file: File, table: Pick<Table, "head" | "rows">, kind: string): ReadFile {
  const lines = table.rows.map((_, i) => i + 2);
  return {
    name: file.name,
    table: { ...table, headLine: 1, lines, how: kind },
    how: `${table.rows.length} rows, ${kind}`,
  };
}
