"use client";

import { useCallback, useMemo, useState } from "react";
import type { Change } from "@/core/setup/inverse";
import { DataGrid } from "@/ui/grid/data-grid";
import type { GridColumn } from "@/ui/grid/grid-columns";
import type { Place } from "@/ui/grid/block";
import type { CellEdit, GridCommitted } from "@/ui/grid/grid-source";
import type { EditAnswer } from "./answer";
import { useDraft } from "./draft-provider";
import { cellText, listAfter, listChanges, rowPath, type ListColumn, type ListRow } from "@/features/edits";
import { counting, noticesFor, type Notice } from "./notice";

export type TableColumn = ListColumn & Omit<GridColumn, "key"> & { readonly hint?: string };

interface Props {
  readonly label: string;
  /** Where the list stands in the draft. */
  readonly path: string;
  readonly rows: readonly ListRow[] | undefined;
  readonly columns: readonly TableColumn[];
  /** What a new row has before anything is typed into it. */
  readonly begin: (typed: ListRow) => ListRow;
  /** What else changes where a cell does: of two fields that exclude each other the other one goes. */
  readonly adjust?: (changes: readonly Change[]) => readonly Change[];
  readonly height?: string;
  readonly notices?: readonly Notice[];
  /** Called for the edits of codes, which are carried through everything that names them. */
  readonly onRename?: (from: string, to: string) => Promise<EditAnswer>;
}

const unchanged = (changes: readonly Change[]) => changes;

/** A short list of the draft as a grid: typing changes a row, the line after the last adds one, an emptied key takes it away. */
export function DraftTable({
  label,
  path,
  rows: loaded,
  columns,
  begin,
  adjust = unchanged,
  height = "300px",
  notices = [],
  onRename,
}: Props) {
  const { mayEdit, commit, signals } = useDraft();
  const [rows, put] = useAhead(loaded, path);
  const list = useMemo(() => rows ?? [], [rows]);
  const grid = useMemo(
    () => columns.map((column): GridColumn => ({ ...column, key: column.field })),
    [columns],
  );
  const textOf = useCallback(
    ({ row, column }: Place) => cellText(list[row], columns[column]),
    [list, columns],
  );
  const editable = useCallback(() => mayEdit, [mayEdit]);
  const store = useCallback(
    async (edits: readonly CellEdit[]): Promise<GridCommitted> => {
      const isRename = (edit: CellEdit) =>
        onRename !== undefined &&
        columns[edit.column]?.field === "code" &&
        edit.row < list.length &&
        edit.text !== "";
      const answers: EditAnswer[] = [];
      const plain = edits.filter((edit) => !isRename(edit));
      const changes = adjust(listChanges(rows, plain, columns, path, begin));
      if (changes.length > 0) {
        const answer = await commit(changes);
        if (answer.ok) put(answer.value.changes);
        answers.push(answer);
      }
      for (const edit of edits.filter(isRename)) {
        const from = list[edit.row]?.code;
        if (onRename && typeof from === "string") answers.push(await onRename(from, edit.text.trim()));
      }
      const failed = answers.find((answer) => !answer.ok);
      return failed && !failed.ok ? refused(failed, { path, list, columns, edits }) : { ok: true };
    },
    [commit, put, rows, list, columns, path, begin, adjust, onRename],
  );
  const needed = useMemo(() => columns.flatMap((column, i) => (column.needed ? [i] : [])), [columns]);
  const isComplete = useCallback(
    (cells: ReadonlyMap<number, string>) => needed.every((column) => cells.has(column)),
    [needed],
  );
  const rowKey = useCallback(
    (row: number) => {
      const own = list[row];
      return own && needed.map((column) => cellText(own, columns[column])).join(" ");
    },
    [list, needed, columns],
  );
  const tell = useCallback(
    (typed: CellEdit | undefined) =>
      signals.type(typed ? listChanges(rows, [typed], columns, path, begin) : []),
    [signals, rows, columns, path, begin],
  );
  const marked = useMemo(
    () =>
      new Set(
        list.flatMap((row, i) =>
          noticesFor(counting(notices), rowPath(path, row, i)).length > 0 ? [i] : [],
        ),
      ),
    [list, notices, path],
  );
  return (
    <div
      data-path={path}
      className="mb-1"
      style={{ width: widthOf(columns, (list.length + 1) * ROW > parseInt(height, 10)), maxWidth: "100%" }}
    >
      <DataGrid
        label={label}
        columns={grid}
        rows={list.length + (mayEdit ? 1 : 0)}
        textOf={textOf}
        mayEdit={editable}
        commit={store}
        onTyping={tell}
        grows={mayEdit}
        firstNew={mayEdit ? list.length : undefined}
        isComplete={isComplete}
        rowKey={rowKey}
        memory={path}
        height={height}
        mark={({ row, column }) => (column === 0 && marked.has(row) ? "warning" : undefined)}
        emptyText={({ row, column }) => (row === list.length ? (columns[column]?.hint ?? "") : "")}
      />
    </div>
  );
}

/**
 * The list as the page brought it, and ahead of that what was stored since: whoever goes on typing in a row before the page
 * is made anew would else set it against what stood there before. What the page brings next goes before both.
 */
function useAhead(loaded: readonly ListRow[] | undefined, path: string) {
  const [state, setState] = useState<{ of: typeof loaded; ahead?: { rows: typeof loaded } }>({ of: loaded });
  if (state.of !== loaded) setState({ of: loaded });
  const rows = state.of === loaded && state.ahead ? state.ahead.rows : loaded;
  const put = useCallback(
    (changes: readonly Change[]) =>
      setState((known) =>
        known.of === loaded
          ? { of: loaded, ahead: { rows: listAfter(known.ahead ? known.ahead.rows : loaded, changes, path) } }
          : known,
      ),
    [loaded, path],
  );
  return [rows, put] as const;
}

const ROW = 32;

/** Room for the columns, the borders, and a bar to scroll with where there will be one. */
function widthOf(columns: readonly TableColumn[], scrolls: boolean): number {
  return columns.reduce((sum, column) => sum + column.width, 0) + (scrolls ? 18 : 2);
}

interface Where {
  readonly path: string;
  readonly list: readonly ListRow[];
  readonly columns: readonly ListColumn[];
  readonly edits: readonly CellEdit[];
}

/** The answer at the cell it is about, where its path leads to one. */
function refused(answer: EditAnswer & { ok: false }, { path, list, columns, edits }: Where): GridCommitted {
  const text = answer.text;
  const [member, field] = (answer.problems[0]?.path ?? "").slice(path.length + 1).split("/");
  const named = list.findIndex((row, i) => rowPath(path, row, i) === `${path}/${member ?? ""}`);
  const row = named >= 0 ? named : Number(member);
  const column = columns.findIndex((one) => one.field === field);
  const conflict = answer.code === "conflict";
  if (Number.isInteger(row) && member !== "" && column >= 0)
    return { ok: false, text, conflict, at: { row, column } };
  const only = edits.length === 1 ? edits[0] : undefined;
  return { ok: false, text, conflict, ...(only ? { at: only } : {}) };
}
