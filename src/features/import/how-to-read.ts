import { matchColumns, type TableField } from "@/tabular/match-columns";
import type { Table } from "@/tabular/whole-table";

/** The sign before the decimals of a file's figures; the other one stands between thousands. */
export type DecimalSign = "," | ".";

/** How a file is read: which line is its head, which column fills which field, which sign is the decimal one. */
export interface HowToRead {
  /** The place of the head among the file's rows that hold something. */
  readonly head: number;
  readonly columns: ReadonlyMap<string, number>;
  readonly sign: DecimalSign;
}

const HEADS_LOOKED_AT = 20;

/** The table below another head: what stands above it is left out. */
export function below(table: Table, head: number): Table {
  const all = [table.head, ...table.rows];
  const lines = [table.headLine, ...table.lines];
  return {
    ...table,
    head: all[head] ?? table.head,
    headLine: lines[head] ?? table.headLine,
    rows: all.slice(head + 1),
    lines: lines.slice(head + 1),
  };
}

/** The lines of a file that may be its head, the first twenty. */
export function possibleHeads(table: Table): readonly { readonly at: number; readonly words: string }[] {
  return [table.head, ...table.rows].slice(0, HEADS_LOOKED_AT).map((cells, at) => ({
    at,
    words: `line ${[table.headLine, ...table.lines][at] ?? 0}: ${cells.filter(Boolean).join(" · ").slice(0, 60)}`,
  }));
}

/** How a file is read at first: as one with the same heads was read before, else by what its heads and figures say. */
export function firstReading(
  table: Table,
  fields: readonly TableField[],
  kept: (head: readonly string[]) => Omit<HowToRead, "head"> | undefined,
): HowToRead {
  const rows = [table.head, ...table.rows].slice(0, HEADS_LOOKED_AT);
  let head = 0;
  let most = -1;
  rows.forEach((cells, at) => {
    const found = matchColumns(cells, fields);
    const needed = fields.filter((field) => field.needed && found.has(field.key)).length;
    const fit = found.size + 10 * needed;
    if (fit > most) [head, most] = [at, fit];
  });
  const { head: names, rows: data } = below(table, head);
  const known = kept(names);
  if (known) return { ...known, head };
  const columns = matchColumns(names, fields);
  return { head, columns, sign: likelySign(data, fields, columns) };
}

/** The sign that figures of a file show to be the decimal one; a comma where none of them shows it. */
function likelySign(
  rows: Table["rows"],
  fields: readonly TableField[],
  columns: ReadonlyMap<string, number>,
): DecimalSign {
  const at = fields.flatMap((field) => (field.isFigure ? (columns.get(field.key) ?? []) : []));
  for (const row of rows)
    for (const column of at) {
      const [, sign] = /\d([.,])\d+\D*$/.exec(row[column] ?? "") ?? [];
      const isThousands = /^\D*\d{1,3}[.,]\d{3}\D*$/.test(row[column] ?? "");
      if ((sign === "," || sign === ".") && !isThousands) return sign;
    }
  return ",";
}

/** Figures without what stands between their thousands, so that `1,000` is a thousand in a file of decimal points. */
export function plainFigures(
  cells: Readonly<Record<string, string>>,
  fields: readonly TableField[],
  sign: DecimalSign,
): Readonly<Record<string, string>> {
  const between = sign === "," ? /(?<=\d)\.(?=\d{3}(?!\d))/g : /(?<=\d),(?=\d{3}(?!\d))/g;
  const figures = new Set(fields.filter((field) => field.isFigure).map(({ key }) => key));
  return Object.fromEntries(
    Object.entries(cells).map(([key, text]) => [key, figures.has(key) ? text.replace(between, "") : text]),
  );
}

interface Stored {
  readonly columns: readonly (readonly [string, number])[];
  readonly sign: DecimalSign;
}

const keyOf = (what: string, head: readonly string[]) => `import ${what} ${head.join("|")}`;

/** How this browser read a file with these heads the last time. */
export function recallReading(what: string, head: readonly string[]): Omit<HowToRead, "head"> | undefined {
  try {
    const text = localStorage.getItem(keyOf(what, head));
    if (text === null) return undefined;
    const { columns, sign } = JSON.parse(text) as Stored;
    return { columns: new Map(columns), sign };
  } catch {
    return undefined;
  }
}

export function rememberReading(what: string, head: readonly string[], { columns, sign }: HowToRead): void {
  try {
    const stored: Stored = { columns: [...columns], sign };
    localStorage.setItem(keyOf(what, head), JSON.stringify(stored));
  } catch {
    // a browser that keeps nothing reads the next file by its heads
  }
}
