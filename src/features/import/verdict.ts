import type { Table } from "@/tabular/whole-table";

/** What becomes of a row of a file: the value it is read as, or why it is refused. */
export type Verdict<T> =
  | {
      readonly kind: "taken";
      readonly value: T;
      readonly note?: string;
      /** The fields as they will be stored, where that is not what the file says. */
      readonly shown?: Readonly<Record<string, string>>;
      /** What the row is about: of two rows about the same the later one counts. */
      readonly about?: string;
    }
  | { readonly kind: "same" }
  | { readonly kind: "refused"; readonly why: string };

export interface RowVerdict<T> {
  /** Its line in the file, the first is 1. */
  readonly line: number;
  /** The row as it stands in the file. */
  readonly row: readonly string[];
  readonly cells: Readonly<Record<string, string>>;
  readonly verdict: Verdict<T>;
}

/** The verdict of every row, in the file's order; of several rows about the same thing the last one is taken. */
export function verdictsOf<T>(
  { rows, lines }: Pick<Table, "rows" | "lines">,
  columns: ReadonlyMap<string, number>,
  read: (cells: Readonly<Record<string, string>>) => Verdict<T>,
): RowVerdict<T>[] {
  const list = rows.map((row, i): RowVerdict<T> => {
    const cells = Object.fromEntries([...columns].map(([key, column]) => [key, row[column] ?? ""]));
    return { line: lines[i] ?? 0, row, cells, verdict: read(cells) };
  });
  const last = new Map<string, number>();
  for (const { line, verdict } of list)
    if (verdict.kind === "taken" && verdict.about !== undefined) last.set(verdict.about, line);
  return list.map((entry): RowVerdict<T> => {
    const { verdict } = entry;
    const later =
      verdict.kind === "taken" && verdict.about !== undefined ? last.get(verdict.about) : undefined;
    if (later === undefined || later === entry.line) return entry;
    return { ...entry, verdict: { kind: "refused", why: `Line ${later} is about the same, and counts.` } };
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
