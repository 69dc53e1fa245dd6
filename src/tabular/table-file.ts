/** A file that holds tables, opened: what its sheets look like, and a way to go through their rows without keeping them. */
export interface TableFile {
  /** A text has one sheet without a name. */
  readonly sheets: readonly SheetLook[];
  /** How it was read, in a few words: "utf-8, semicolons", "a workbook". */
  readonly how: string;
  /**
   * Gives every row that holds something, with its line (the first is 1). Numbers of a workbook are written with the decimal
   * sign its texts have, so that both are read alike; texts come as they are.
   */
  readonly scan: (sheet: number, decimal: "," | ".", visit: RowVisitor) => void;
}

export type RowVisitor = (cells: readonly string[], line: number) => void;

/** What a sheet holds, before it is read. */
export interface SheetLook {
  readonly name: string;
  /** Rows that hold something. */
  readonly rows: number;
  /** The first lines, blank ones too, so that the place in the list is the line less 1. */
  readonly first: readonly (readonly string[])[];
  /** Groups of merged cells; those over several rows are read as the same value in each row. */
  readonly merged: number;
  /** Cells whose formula ended in an error. */
  readonly errors: number;
}

/** Why a file can't be read as tables. */
export type FileProblem =
  | "empty"
  | "image"
  | "pdf"
  | "old-workbook"
  | "binary"
  | "not-a-workbook"
  | "broken"
  | "broken-quotes"
  | "too-large"
  | "unpacks-too-large"
  | "too-long"
  | "too-wide"
  | "line-too-long";

/** Thrown inside of a reader, and turned into its problem where the file is opened. */
export class FileFault extends Error {
  constructor(readonly problem: FileProblem) {
    super(problem);
  }
}

/** What is read at most; a longer file is refused whole, so that nothing is left out unseen. */
export const limits = {
  bytes: 60_000_000,
  rows: 250_000,
  columns: 2_000,
  /** Characters of a line of text, and of a cell. */
  line: 1_000_000,
  cell: 32_767,
  /** Bytes of one part of a workbook, unpacked. */
  unpacked: 100_000_000,
  /** Bytes of all parts that are read at once, unpacked. */
  unpackedTogether: 200_000_000,
  sheets: 100,
  /** Rows a sheet has (ECMA-376): what names others is not there. */
  sheetRows: 1_048_576,
  /** Merged cells of a sheet that are looked at. */
  merges: 10_000,
} as const;

/** Lines that are kept for looking at. */
export const LOOKED_AT = 60;

/** Counts rows and keeps the first, as a look at a sheet needs. */
export class SheetCounter {
  readonly first: string[][] = [];
  rows = 0;
  errors = 0;

  see(cells: readonly string[], line: number): void {
    if (cells.length > limits.columns) throw new FileFault("too-wide");
    this.rows += 1;
    if (this.rows > limits.rows) throw new FileFault("too-long");
    if (line > LOOKED_AT) return;
    while (this.first.length < line - 1) this.first.push([]);
    this.first.push([...cells]);
  }
}
