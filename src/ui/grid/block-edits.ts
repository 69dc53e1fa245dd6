import type { Block, Place } from "./block";
import type { CellEdit, GridSource } from "./grid-source";

/** The texts of a block, row by row. */
export function textsOf(block: Block, source: GridSource): string[][] {
  const rows: string[][] = [];
  for (let row = block.top; row <= block.bottom; row++) {
    const cells: string[] = [];
    for (let column = block.left; column <= block.right; column++) cells.push(source.textOf({ row, column }));
    rows.push(cells);
  }
  return rows;
}

/** What a pasted block comes to, and how much of it has no place. */
export interface Paste {
  readonly edits: readonly CellEdit[];
  /** The block's own size, without a head. */
  readonly rows: number;
  readonly columns: number;
  readonly left: { readonly rows: number; readonly columns: number };
}

/**
 * One value fills the whole selection; a block goes from its top left corner, as far as its columns reach. A block whose
 * first row names columns of the grid goes into those columns, without that row.
 */
export function pasted(values: readonly (readonly string[])[], block: Block, source: GridSource): Paste {
  const single = values.length === 1 && values[0]?.length === 1 ? values[0][0] : undefined;
  const whole = { rows: 1, columns: 1, left: { rows: 0, columns: 0 } };
  if (single !== undefined) return { ...whole, edits: sameIn(block, single.trim()) };
  const named = namedColumns(values[0] ?? [], source.heads ?? []);
  const rows = named ? values.slice(1) : values;
  const last = source.reach?.(block.left) ?? source.columns - 1;
  const width = Math.max(0, ...rows.map((cells) => cells.length));
  const columnOf = (j: number) => (named ? named[j] : block.left + j);
  const hasPlace = (row: number) => source.grows === true || row < (source.firstNew ?? source.rows);
  const edits = rows.flatMap((cells, i) =>
    cells.flatMap((text, j): CellEdit[] => {
      const [row, column] = [block.top + i, columnOf(j)];
      const isIn = column !== undefined && hasPlace(row) && (named !== undefined || column <= last);
      return isIn ? [{ row, column, text: text.trim() }] : [];
    }),
  );
  const free = (source.firstNew ?? source.rows) - block.top;
  return {
    edits,
    rows: rows.length,
    columns: width,
    left: {
      rows: source.grows ? 0 : Math.max(0, rows.length - free),
      columns: named ? 0 : Math.max(0, width - (last - block.left + 1)),
    },
  };
}

/** The columns a head row names, where it names at least two and every cell of it is a column's name or empty. */
function namedColumns(
  cells: readonly string[],
  heads: readonly string[],
): (number | undefined)[] | undefined {
  const plain = (text: string) => text.trim().toLowerCase();
  const known = new Map(heads.map((head, i) => [plain(head), i]));
  const found = cells.map((cell) => known.get(plain(cell)));
  const isHead = cells.every((cell, i) => plain(cell) === "" || found[i] !== undefined);
  return isHead && found.filter((column) => column !== undefined).length >= 2 ? found : undefined;
}

/** A block's first row in all of its rows, or its first column in all of its columns. */
export function filled(block: Block, source: GridSource, way: "down" | "right"): CellEdit[] {
  return placesIn(block).map((place) => ({
    ...place,
    text: source.textOf(way === "down" ? { ...place, row: block.top } : { ...place, column: block.left }),
  }));
}

/** One text in all cells of a block. */
export function sameIn(block: Block, text: string): CellEdit[] {
  return placesIn(block).map((place) => ({ ...place, text }));
}

function placesIn(block: Block): Place[] {
  const places: Place[] = [];
  for (let row = block.top; row <= block.bottom; row++)
    for (let column = block.left; column <= block.right; column++) places.push({ row, column });
  return places;
}
