import type { Table } from "@/tabular/whole-table";

/** What becomes of a row of a file: the value it is read as, or why it is left out. */
export type Verdict<T> =
  | { readonly kind: "taken"; readonly value: T; readonly note?: string }
  | { readonly kind: "same" }
  | { readonly kind: "refused"; readonly why: string };

export interface RowVerdict<T> {
  /** Its line in the file, the head is 1. */
  readonly line: number;
  readonly cells: Readonly<Record<string, string>>;
  readonly verdict: Verdict<T>;
}

/** The verdict of every row, in the file's order. */
export function verdictsOf<T>(
  { rows, lines }: Pick<Table, "rows" | "lines">,
  columns: ReadonlyMap<string, number>,
  read: (cells: Readonly<Record<string, string>>) => Verdict<T>,
): RowVerdict<T>[] {
  return rows.map((row, i) => {
    const cells = Object.fromEntries([...columns].map(([key, column]) => [key, row[column] ?? ""]));
    return { line: lines[i] ?? 0, cells, verdict: read(cells) };
  });
}

export function countVerdicts(verdicts: readonly RowVerdict<unknown>[]) {
  const count = (kind: string, noted?: boolean) =>
    verdicts.filter(
      ({ verdict }) =>
        verdict.kind === kind &&
        (noted === undefined || (verdict.kind === "taken" && (verdict.note !== undefined) === noted)),
    ).length;
  return {
    taken: count("taken"),
    mended: count("taken", true),
    same: count("same"),
    refused: count("refused"),
  };
}
