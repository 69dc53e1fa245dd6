/** A cell's place in a grid. */
export interface Place {
  readonly row: number;
  readonly column: number;
}

/** A rectangle of cells, both corners in. */
export interface Block {
  readonly top: number;
  readonly left: number;
  readonly bottom: number;
  readonly right: number;
}

export function blockBetween(a: Place, b: Place): Block {
  return {
    top: Math.min(a.row, b.row),
    left: Math.min(a.column, b.column),
    bottom: Math.max(a.row, b.row),
    right: Math.max(a.column, b.column),
  };
}

export function inBlock(block: Block, row: number, column: number): boolean {
  return row >= block.top && row <= block.bottom && column >= block.left && column <= block.right;
}

/** A block as spreadsheets put it on the clipboard: tabs between cells, a line a row; cells with tabs or breaks quoted. */
export function toClipboard(rows: readonly (readonly string[])[]): string {
  const quoted = (text: string) => (/[\t\n\r"]/.test(text) ? `"${text.replace(/"/g, '""')}"` : text);
  return rows.map((row) => row.map(quoted).join("\t")).join("\n");
}

/** A block from the clipboard; a last empty line does not count. */
export function fromClipboard(text: string): string[][] {
  const rows: string[][] = [[]];
  let cell = "";
  let quoted = false;
  const endCell = () => {
    rows[rows.length - 1]?.push(cell);
    cell = "";
  };
  const plain = text.replace(/\r\n?/g, "\n").replace(/\n$/, "");
  for (let i = 0; i < plain.length; i++) {
    const sign = plain.charAt(i);
    if (quoted && sign === '"' && plain.charAt(i + 1) === '"') cell += plain.charAt(i++);
    else if (sign === '"' && (quoted || cell === "")) quoted = !quoted;
    else if (!quoted && sign === "\t") endCell();
    else if (!quoted && sign === "\n") {
      endCell();
      rows.push([]);
    } else cell += sign;
  }
  endCell();
  return rows;
}

/** Where a key takes the active cell, kept inside the grid; `undefined` for keys that do not move. */
export function moved(
  key: string,
  from: Place,
  rows: number,
  columns: number,
  page: number,
  control: boolean,
): Place | undefined {
  const inside = (row: number, column: number): Place => ({
    row: Math.max(0, Math.min(rows - 1, row)),
    column: Math.max(0, Math.min(columns - 1, column)),
  });
  switch (key) {
    case "ArrowUp":
      return inside(control ? 0 : from.row - 1, from.column);
    case "ArrowDown":
      return inside(control ? rows - 1 : from.row + 1, from.column);
    case "ArrowLeft":
      return inside(from.row, control ? 0 : from.column - 1);
    case "ArrowRight":
      return inside(from.row, control ? columns - 1 : from.column + 1);
    case "Home":
      return inside(control ? 0 : from.row, 0);
    case "End":
      return inside(control ? rows - 1 : from.row, columns - 1);
    case "PageUp":
      return inside(from.row - page, from.column);
    case "PageDown":
      return inside(from.row + page, from.column);
    default:
      return undefined;
  }
}
