import type { Place } from "./block";
import type { CellEdit, GridCommitted, GridSource } from "./grid-source";

/**
 * `pending`: in a new row that is not left yet. `waiting`: to be stored, or refused with others that go together.
 * `sending`: on its way. `conflict`:
 * refused because somebody else was first; it goes in only when that is asked for.
 */
export type KeptState = "pending" | "waiting" | "sending" | "conflict";

export interface KeptEdit extends CellEdit {
  readonly state: KeptState;
  /** What its row was called when it was typed. */
  readonly of?: string | undefined;
}

/** What is typed and not stored: it stays in its cells, with what is wrong, until it is stored or discarded. */
export interface Unstored {
  readonly edits: ReadonlyMap<string, KeptEdit>;
  readonly trouble: string | undefined;
  readonly at: Place | undefined;
}

export const nothingUnstored: Unstored = { edits: new Map(), trouble: undefined, at: undefined };

export const keyOf = ({ row, column }: Place) => `${row}:${column}`;

/** Adds edits to what is kept; each knows what its row is called. */
export function kept(
  unstored: Unstored,
  edits: readonly CellEdit[],
  state: KeptState,
  source: GridSource,
): Unstored {
  const next = new Map(unstored.edits);
  for (const edit of edits) next.set(keyOf(edit), { ...edit, state, of: source.rowKey?.(edit.row) });
  return { ...unstored, edits: next };
}

/** What goes to be stored now: all that waits, and conflicts only where they are asked for; what is stored already does not. */
export function outgoing(unstored: Unstored, source: GridSource, withConflicts: boolean): KeptEdit[] {
  return [...unstored.edits.values()].filter(
    (edit) =>
      (edit.state === "waiting" || (withConflicts && edit.state === "conflict")) &&
      source.mayEdit(edit) &&
      edit.text !== source.textOf(edit),
  );
}

/** While edits are on their way they stay where they are, whatever is shown meanwhile. */
export function sending(unstored: Unstored, sent: readonly KeptEdit[]): Unstored {
  return { edits: withState(unstored, sent, "sending"), trouble: undefined, at: undefined };
}

function withState(unstored: Unstored, of: readonly CellEdit[], state: KeptState): Map<string, KeptEdit> {
  const edits = new Map(unstored.edits);
  for (const { row, column, text } of of) {
    const key = keyOf({ row, column });
    const own = edits.get(key);
    // typed over meanwhile: that one waits for its own turn
    if (own?.text === text) edits.set(key, { ...own, state });
  }
  return edits;
}

/** How many rows there were none of yet edits are typed into. */
export function newRows(edits: readonly CellEdit[], { firstNew }: GridSource): number {
  return new Set(edits.flatMap(({ row }) => (firstNew !== undefined && row >= firstNew ? [row] : []))).size;
}

/** Whether the grid has so many more rows that are stored. */
export function grownBy(rows: number, before: GridSource, now: GridSource): boolean {
  return (now.firstNew ?? 0) - (before.firstNew ?? 0) >= rows;
}

/** Once edits were stored: they are no longer kept, nor is what waits and says what is stored anyway. */
export function afterStoring(unstored: Unstored, sent: readonly CellEdit[], source: GridSource): Unstored {
  const done = new Map(sent.map((edit) => [keyOf(edit), edit.text]));
  const edits = new Map(
    [...unstored.edits].filter(
      ([key, edit]) =>
        edit.text !== done.get(key) && !(edit.state === "waiting" && edit.text === source.textOf(edit)),
    ),
  );
  return edits.size === 0 ? nothingUnstored : { edits, trouble: undefined, at: undefined };
}

/** Once edits were refused: they stay as typed, with what is wrong. */
export function afterRefusal(
  unstored: Unstored,
  sent: readonly CellEdit[],
  result: GridCommitted & { readonly ok: false },
): Unstored {
  const edits = withState(unstored, sent, result.conflict ? "conflict" : "waiting");
  return { edits, trouble: result.text, at: result.at ?? (sent.length === 1 ? sent[0] : undefined) };
}

/** The texts of a new row by column, as far as they are typed; those that were refused with one of them too. */
export function pendingRow(unstored: Unstored, row: number): ReadonlyMap<number, string> {
  const cells = new Map<number, string>();
  for (const edit of unstored.edits.values()) {
    const isTyped = edit.state === "pending" || edit.state === "waiting";
    if (isTyped && edit.row === row && edit.text.trim() !== "") cells.set(edit.column, edit.text);
  }
  return cells;
}

/** A new row that is complete waits to be stored; one nothing is typed into any more is forgotten. */
export function leaveRow(unstored: Unstored, row: number, source: GridSource): Unstored {
  // what was refused and not typed again is not sent again
  const isTyped = [...unstored.edits.values()].some((edit) => edit.state === "pending" && edit.row === row);
  if (!isTyped) return unstored;
  const cells = pendingRow(unstored, row);
  if (cells.size > 0 && source.isComplete?.(cells) === false) return unstored;
  const edits = new Map<string, KeptEdit>();
  for (const [key, edit] of unstored.edits) {
    const isOwn = edit.state === "pending" && edit.row === row;
    if (!isOwn) edits.set(key, edit);
    else if (edit.text.trim() !== "") edits.set(key, { ...edit, state: "waiting" });
  }
  return { ...unstored, edits };
}

/**
 * What is typed follows its row when rows are put in or taken out above it. What was typed into a row that is gone is
 * given back as lost; a new row stays the one after the last.
 */
export function followRows(
  unstored: Unstored,
  before: GridSource,
  after: GridSource,
): { readonly unstored: Unstored; readonly lost: readonly KeptEdit[] } {
  if (unstored.edits.size === 0 || !after.rowKey) return { unstored, lost: [] };
  const edits = new Map<string, KeptEdit>();
  const lost: KeptEdit[] = [];
  const shift = shiftOfNew(unstored, before, after);
  let hasMoved = false;
  for (const edit of unstored.edits.values()) {
    const row = rowNow(edit, shift, after);
    if (row === undefined) lost.push(edit);
    else edits.set(keyOf({ row, column: edit.column }), { ...edit, row });
    hasMoved ||= row !== edit.row;
  }
  return hasMoved ? { unstored: { ...unstored, edits }, lost } : { unstored, lost };
}

/** How far the new rows move: by what others put in, not by those of our own that were on their way and are stored now. */
function shiftOfNew({ edits }: Unstored, before: GridSource, after: GridSource): number {
  if (before.firstNew === undefined || after.firstNew === undefined) return 0;
  const own = new Set(
    [...edits.values()]
      .filter(({ state, of }) => state === "sending" && of === undefined)
      .map(({ row }) => row),
  );
  const grown = after.firstNew - before.firstNew;
  return grown >= own.size ? grown - own.size : grown;
}

function rowNow(edit: KeptEdit, shift: number, after: GridSource): number | undefined {
  if (edit.of !== undefined) return rowOf(edit.of, edit.row, after);
  // what is on its way is about to be one of the rows that are stored
  return edit.state === "sending" ? edit.row : edit.row + shift;
}

/** Where a row lies that is called so, looked for from where it lay; nothing when it is gone. */
export function rowOf(name: string, near: number, source: GridSource): number | undefined {
  for (let distance = 0; distance < source.rows; distance++)
    for (const row of distance === 0 ? [near] : [near - distance, near + distance])
      if (row >= 0 && row < source.rows && source.rowKey?.(row) === name) return row;
  return undefined;
}
