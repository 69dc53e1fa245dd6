"use client";

import { useVirtualizer } from "@tanstack/react-virtual";
import {
  memo,
  useCallback,
  useEffect,
  useId,
  useMemo,
  useRef,
  useState,
  type KeyboardEvent,
  type ReactNode,
  type RefObject,
} from "react";
import { classNames } from "../class-names";
import { readingNote } from "../number-text";
import type { Place } from "./block";
import { Cell, type CellLook } from "./grid-cell";
import {
  fixedLefts,
  revealColumn,
  shownColumns,
  stuck,
  type GridColumn,
  type ShownColumn,
} from "./grid-columns";
import type { CellEdit, GridCommitted, GridSource } from "./grid-source";
import { useGrid, type Grid } from "./use-grid";

interface Props extends CellLook {
  readonly label: string;
  readonly columns: readonly GridColumn[];
  readonly rows: number;
  readonly commit: (edits: readonly CellEdit[]) => Promise<GridCommitted>;
  readonly overhead?: ReactNode;
  /** What is being typed into a cell, before it is stored; `undefined` when nothing is. */
  readonly onTyping?: (typed: CellEdit | undefined) => void;
  readonly onActive?: (place: Place) => void;
  /** The rows that are selected, both in. */
  /** Called while the last rows are scrolled into sight: there may be more of them. */
  readonly onEnd?: () => void;
  readonly onRows?: (top: number, bottom: number) => void;
  /** Removes the rows that are selected, both in. */
  readonly onRemoveRows?: (top: number, bottom: number) => void;
  readonly height?: string;
  /** The cell that is active at first. */
  readonly start?: Place | undefined;
  /** Whether the grid takes the focus when it appears: somebody came for that cell. */
  readonly takeFocus?: boolean;
  /** Whether pasting over the last row adds rows. */
  readonly grows?: boolean;
  readonly firstNew?: number | undefined;
  readonly isComplete?: (cells: ReadonlyMap<number, string>) => boolean;
  readonly rowKey?: (row: number) => string | undefined;
  readonly reach?: (column: number) => number;
  /** Under what name unstored values are kept while another page is open. */
  readonly memory?: string;
}

const ROW = 30;

/** What the grid's keys and its storing work on: the same object while nothing of it changed. */
function useGridSource(props: Props, commit: Props["commit"]): GridSource {
  const { columns, rows, textOf, mayEdit, grows } = props;
  const { firstNew, isComplete, rowKey, reach, memory } = props;
  const heads = useMemo(
    () => columns.map(({ head, name }) => (typeof head === "string" ? head : name)),
    [columns],
  );
  return useMemo(
    (): GridSource => ({
      rows,
      columns: columns.length,
      textOf,
      mayEdit,
      commit,
      grows,
      firstNew,
      isComplete,
      rowKey,
      reach,
      heads,
      memory,
    }),
    [
      rows,
      columns.length,
      textOf,
      mayEdit,
      commit,
      grows,
      firstNew,
      isComplete,
      rowKey,
      reach,
      heads,
      memory,
    ],
  );
}

/** Rows from the end at which it is said that the end is near. */
const NEAR = 10;

function isNearEnd({ scrollTop, clientHeight, scrollHeight }: HTMLElement): boolean {
  return scrollTop + clientHeight > scrollHeight - NEAR * ROW;
}

/** Stores, and says how figures were read that could have been meant otherwise. */
function useReadings({ columns, commit }: Props) {
  const [note, setNote] = useState<string>();
  const storing = useCallback(
    async (edits: readonly CellEdit[]) => {
      const result = await commit(edits);
      const notes = edits.flatMap(({ column, text }) =>
        columns[column]?.numeric ? (readingNote(text) ?? []) : [],
      );
      if (result.ok) setNote(notes[0]);
      return result;
    },
    [columns, commit],
  );
  return { note, storing };
}

/** A grid edited as a spreadsheet is: arrows move, typing edits, Enter commits and goes down, Tab right, Esc gives up. */
export function DataGrid(props: Props) {
  const { columns, rows, onActive, takeFocus, height = "68vh" } = props;
  const { firstNew } = props;
  const { note, storing } = useReadings(props);
  const source = useGridSource(props, storing);
  const grid = useGrid(source, props.start);
  const id = useId();
  const box = useRef<HTMLDivElement>(null);
  // also the row somebody has gone on to while the one before is still being stored
  const shownRows = useMemo(
    () => Math.max(rowsWith(rows, grid.unstored.edits.values()), grid.active.row + 1),
    [rows, grid.unstored, grid.active.row],
  );
  const virtual = useVirtualizer({
    count: shownRows,
    getScrollElement: () => box.current,
    estimateSize: () => ROW,
    overscan: 6,
    initialRect: { width: 1200, height: 640 },
  });
  const shown = useColumnsShown(columns, box);
  const { row, column } = grid.active;
  const total = columns.reduce((sum, entry) => sum + entry.width, 0);
  const lefts = useMemo(() => fixedLefts(columns), [columns]);
  const takeBack = useCallback(() => box.current?.focus(), []);

  useEffect(() => {
    virtual.scrollToIndex(row, { align: "auto" });
    revealColumn(box.current, columns, column);
    onActive?.({ row, column });
    // the virtualizer is one object for the grid's life
  }, [row, column, columns, virtual, onActive]);

  const { onRows, onTyping } = props;
  useEffect(
    () => onTyping?.(grid.typing === undefined ? undefined : { row, column, text: grid.typing }),
    [onTyping, grid.typing, row, column],
  );

  useEffect(() => onRows?.(grid.block.top, grid.block.bottom), [onRows, grid.block.top, grid.block.bottom]);

  useEffect(() => {
    if (takeFocus) box.current?.focus();
  }, [takeFocus]);

  const onKeyDown = (event: KeyboardEvent) => {
    if (event.target !== box.current) return;
    if (props.onRemoveRows && event.ctrlKey && event.key === "Delete")
      return props.onRemoveRows(grid.block.top, Math.min(grid.block.bottom, (firstNew ?? rows) - 1));
    grid.onKeyDown(event);
  };

  return (
    <div>
      <div
        ref={box}
        role="grid"
        aria-label={props.label}
        aria-rowcount={rows + 1}
        aria-colcount={columns.length}
        aria-activedescendant={rows > 0 ? `${id}-${row}-${column}` : undefined}
        tabIndex={0}
        onKeyDown={onKeyDown}
        onScroll={(event) => isNearEnd(event.currentTarget) && props.onEnd?.()}
        onCopy={grid.typing === undefined ? grid.onCopy : undefined}
        onPaste={grid.typing === undefined ? grid.onPaste : undefined}
        className="sheet narrow group/grid relative overflow-auto"
        style={{ maxHeight: height }}
      >
        <div style={{ width: total }}>
          <Head overhead={props.overhead} shown={shown} lefts={lefts} />
          <div role="rowgroup" className="relative" style={{ height: virtual.getTotalSize() }}>
            {virtual.getVirtualItems().map((item) => (
              <Row
                key={item.key}
                id={id}
                index={item.index}
                start={item.start}
                shown={shown}
                lefts={lefts}
                grid={grid}
                look={props}
                onDone={takeBack}
              />
            ))}
          </div>
        </div>
      </div>
      {grid.question && <PasteQuestion question={grid.question} onAnswer={grid.answer} />}
      <PendingNote grid={grid} firstNew={firstNew} />
      {note !== undefined && (
        <p role="status" className="mt-1 text-soft">
          {note}
        </p>
      )}
      {grid.unstored.trouble !== undefined && (
        <p role="alert" className="mt-1 text-loss">
          Not stored: {grid.unstored.trouble}{" "}
          <button type="button" className="link underline" onClick={grid.retry}>
            Keep mine
          </button>{" "}
          <button type="button" className="link underline" onClick={grid.giveUp}>
            Discard
          </button>
        </p>
      )}
    </div>
  );
}

interface RowProps {
  readonly id: string;
  readonly index: number;
  readonly start: number;
  readonly shown: readonly ShownColumn[];
  readonly lefts: readonly (number | undefined)[];
  readonly grid: Grid;
  readonly look: CellLook;
  readonly onDone: () => void;
}

/** A row; while it only scrolls by it is not drawn anew. */
const Row = memo(function Row({ id, index, start, shown, lefts, grid, look, onDone }: RowProps) {
  return (
    <div
      role="row"
      aria-rowindex={index + 2}
      className="absolute inset-x-0 flex"
      style={{ height: ROW, transform: `translateY(${start}px)` }}
    >
      {shown.map(({ entry, at: i, skipped }) => (
        <Cell
          key={entry.key}
          id={`${id}-${index}-${i}`}
          place={{ row: index, column: i }}
          column={entry}
          skipped={skipped}
          left={lefts[i]}
          grid={grid}
          look={look}
          onDone={onDone}
        />
      ))}
    </div>
  );
});

interface HeadProps {
  readonly overhead: ReactNode;
  readonly shown: readonly ShownColumn[];
  readonly lefts: readonly (number | undefined)[];
}

function Head({ overhead, shown, lefts }: HeadProps) {
  return (
    <div role="rowgroup" className="sticky top-0 z-20 bg-sheet">
      {overhead !== undefined && (
        <div role="presentation" className="border-b border-hairline px-2 py-1 text-center text-xs text-soft">
          {overhead}
        </div>
      )}
      <div role="row" aria-rowindex={1} className="flex border-b border-edge text-xs text-soft">
        {shown.map(({ entry, at: i, skipped }) => (
          <div
            key={entry.key}
            role="columnheader"
            aria-label={entry.name}
            aria-colindex={i + 1}
            style={{ width: entry.width, marginLeft: skipped, ...stuck(lefts[i]) }}
            className={classNames(
              "shrink-0 truncate border-r border-hairline bg-sheet px-2 py-1 last:border-r-0",
              entry.numeric && "text-right",
              entry.fixed && "z-10",
            )}
          >
            {entry.head}
          </div>
        ))}
      </div>
    </div>
  );
}

/** The columns that are drawn: those in view, and the fixed ones. */
function useColumnsShown(columns: readonly GridColumn[], box: RefObject<HTMLDivElement | null>) {
  const across = useVirtualizer({
    horizontal: true,
    count: columns.length,
    getScrollElement: () => box.current,
    estimateSize: (i) => columns[i]?.width ?? 0,
    overscan: 4,
    initialRect: { width: 1200, height: 640 },
  });
  const inView = across.getVirtualItems();
  return useMemo(() => shownColumns(columns, inView), [columns, inView]);
}

/** As many rows as there are, and those that were pasted and could not be stored. */
function rowsWith(rows: number, edits: Iterable<CellEdit>): number {
  let most = rows;
  for (const edit of edits) most = Math.max(most, edit.row + 1);
  return most;
}

/** A new row that is not stored yet says so: it counts nowhere. */
function PendingNote({ grid, firstNew }: { readonly grid: Grid; readonly firstNew: number | undefined }) {
  const isPending = [...grid.unstored.edits.values()].some(({ state }) => state === "pending");
  if (!isPending || firstNew === undefined) return null;
  return (
    <p role="status" className="mt-1 text-soft">
      The new row is not stored yet: it is stored when it is complete and you press Enter or leave it.
    </p>
  );
}

/** A block that does not fit asks before anything of it goes in. */
function PasteQuestion({
  question,
  onAnswer,
}: {
  readonly question: NonNullable<Grid["question"]>;
  readonly onAnswer: (isTaken: boolean) => void;
}) {
  const { rows, columns, left } = question;
  const parts = [
    left.columns > 0 ? `${left.columns} of its columns` : "",
    left.rows > 0 ? `${left.rows} of its rows` : "",
  ].filter(Boolean);
  return (
    <p role="alert" className="sheet mt-1 border-l-4 border-l-sign px-2 py-1">
      The block has {rows} rows and {columns} columns; {parts.join(" and ")} have no place here. Nothing was
      pasted yet.{" "}
      <button type="button" className="link underline" onClick={() => onAnswer(true)}>
        Paste what fits
      </button>{" "}
      <button type="button" className="link underline" onClick={() => onAnswer(false)}>
        Discard
      </button>
    </p>
  );
}
