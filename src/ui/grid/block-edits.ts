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

/** One value fills the whole selection; a block goes from its top left corner, as far as the grid reaches. */
export function pasted(values: readonly (readonly string[])[], block: Block, source: GridSource): CellEdit[] {
  const edits: CellEdit[] = [];
  const single = values.length === 1 && values[0]?.length === 1 ? values[0][0] : undefined;
  if (single !== undefined) return sameIn(block, single.trim());
  values.forEach((cells, i) =>
    cells.forEach((text, j) => {
      const place = { row: block.top + i, column: block.left + j };
      if ((source.grows || place.row < source.rows) && place.column < source.columns)
        edits.push({ ...place, text: text.trim() });
    }),
  );
  return edits;
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
