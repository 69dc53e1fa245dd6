import type { Table } from "@/tabular/whole-table";

/** What becomes of a row of a file: the value it is read as, or why it is left out. */
export type Fate<T> =
  | { readonly kind: "taken"; readonly value: T; readonly note?: string }
  | { readonly kind: "same" }
  | { readonly kind: "refused"; readonly why: string };

export interface RowFate<T> {
  /** Its line in the file, the head is 1. */
  readonly line: number;
  readonly cells: Readonly<Record<string, string>>;
  readonly fate: Fate<T>;
}

/** The fate of every row, in the file's order. */
export function fatesOf<T>(
  { rows, lines }: Pick<Table, "rows" | "lines">,
  columns: ReadonlyMap<string, number>,
  read: (cells: Readonly<Record<string, string>>) => Fate<T>,
): RowFate<T>[] {
  return rows.map((row, i) => {
    const cells = Object.fromEntries([...columns].map(([key, column]) => [key, row[column] ?? ""]));
    return { line: lines[i] ?? 0, cells, fate: read(cells) };
  });
}

export function countFates(fates: readonly RowFate<unknown>[]) {
  const count = (kind: string, noted?: boolean) =>
    fates.filter(
      ({ fate }) =>
        fate.kind === kind &&
        (noted === undefined || (fate.kind === "taken" && (fate.note !== undefined) === noted)),
    ).length;
  return {
    taken: count("taken"),
    mended: count("taken", true),
    same: count("same"),
    refused: count("refused"),
  };
}
