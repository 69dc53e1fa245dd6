import type { Change } from "@/core/setup/inverse";
import { indexOfSegment, joinPath, splitPath, type Json } from "@/core/setup/path";
import type { CellEdit } from "@/ui/grid/grid-source";

export type ListRow = { readonly [field: string]: Json };

/** A field of a list's members as a column of a grid. */
export interface ListColumn {
  readonly field: string;
  /** What typed text stands for; `undefined` leaves the field out. Left out: the text, an empty one left out. */
  readonly read?: (text: string) => Json | undefined;
  readonly show?: (value: Json | undefined) => string;
  /** A row whose text here is emptied goes away. */
  readonly needed?: boolean;
}

/** What a cell of the grid shows. */
export function cellText(row: ListRow | undefined, column: ListColumn | undefined): string {
  if (!row || !column) return "";
  const value = row[column.field];
  if (column.show) return column.show(value);
  return value === undefined || value === null ? "" : String(value);
}

/** The path of a member: by its code where it has one, else by its place. */
export function rowPath(path: string, row: ListRow | undefined, index: number): string {
  return `${path}/${joinPath(typeof row?.code === "string" ? row.code : index)}`;
}

/**
 * Edits of a list's grid as changes of the draft: one a row. Rows after the last add members, `begin` says what they have
 * before anything is typed. A list that may be left out comes with its first member and goes with its last.
 */
export function listChanges(
  list: readonly ListRow[] | undefined,
  edits: readonly CellEdit[],
  columns: readonly ListColumn[],
  path: string,
  begin: (typed: ListRow) => ListRow,
): Change[] {
  const byRow = new Map<number, CellEdit[]>();
  for (const edit of edits) {
    const cells = byRow.get(edit.row);
    if (cells) cells.push(edit);
    else byRow.set(edit.row, [edit]);
  }
  const rows = [...byRow].sort(([a], [b]) => a - b);
  const old = list ?? [];
  const added = rows
    .filter(([row]) => row >= old.length)
    .map(([, cells]) => begin(withCells({}, cells, columns)));
  if (!list) return added.length === 0 ? [] : [{ path, to: added }];
  const changed = rows
    .filter(([row]) => row < old.length)
    .map(([row, cells]) => changeOf(old[row] ?? {}, row, cells, columns, path));
  const kept = changed.filter((change) => change.to !== undefined);
  // rows that go are taken from the end, so that the places of the others hold
  const removed = changed.filter((change) => change.to === undefined).reverse();
  return [
    ...kept,
    ...added.map((row, i) => ({ path: rowPath(path, row, old.length + i), to: row })),
    ...removed,
  ];
}

/** A list after changes of its members, as they were stored: what the grid shows until the page brings the list itself. */
export function listAfter(
  list: readonly ListRow[] | undefined,
  changes: readonly Change[],
  path: string,
): readonly ListRow[] | undefined {
  let rows = list;
  for (const { path: at, to } of changes) {
    if (at === path) rows = to as readonly ListRow[] | undefined;
    else if (at.startsWith(`${path}/`)) {
      const [segment = "", ...inner] = splitPath(at.slice(path.length + 1));
      if (inner.length > 0) continue;
      const index = indexOfSegment(rows ?? [], segment);
      const next = [...(rows ?? [])];
      if (to === undefined) next.splice(index, index < 0 ? 0 : 1);
      else next.splice(index < 0 ? next.length : index, 1, to as ListRow);
      rows = next;
    }
  }
  return rows;
}

function changeOf(
  row: ListRow,
  index: number,
  cells: readonly CellEdit[],
  columns: readonly ListColumn[],
  path: string,
): Change {
  const gone = cells.some((cell) => columns[cell.column]?.needed && cell.text.trim() === "");
  return {
    path: rowPath(path, row, index),
    from: row,
    ...(gone ? {} : { to: withCells(row, cells, columns) }),
  };
}

function withCells(row: ListRow, cells: readonly CellEdit[], columns: readonly ListColumn[]): ListRow {
  const next: Record<string, Json | undefined> = { ...row };
  for (const { column, text } of cells) {
    const at = columns[column];
    if (!at) continue;
    const plain = text.trim();
    next[at.field] = at.read ? at.read(plain) : plain === "" ? undefined : plain;
  }
  return Object.fromEntries(
    Object.entries(next).filter((entry): entry is [string, Json] => entry[1] !== undefined),
  );
}
