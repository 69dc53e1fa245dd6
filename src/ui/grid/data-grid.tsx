"use client";

import { useVirtualizer } from "@tanstack/react-virtual";
import {
  useEffect,
  useId,
  useMemo,
  useRef,
  type CSSProperties,
  type KeyboardEvent,
  type ReactNode,
} from "react";
import { classNames } from "../class-names";
import { inBlock, type Place } from "./block";
import { useGrid, type CellEdit, type Grid, type GridCommitted } from "./use-grid";

export interface GridColumn {
  readonly key: string;
  readonly head: ReactNode;
  /** The head as words, for who can't see it. */
  readonly name: string;
  readonly width: number;
  readonly numeric?: boolean;
  /** Stays at the left while the rest scrolls. */
  readonly fixed?: boolean;
}

interface Props {
  readonly label: string;
  readonly columns: readonly GridColumn[];
  readonly rows: number;
  readonly textOf: (place: Place) => string;
  readonly mayEdit: (place: Place) => boolean;
  readonly commit: (edits: readonly CellEdit[]) => Promise<GridCommitted>;
  /** What an empty cell shows. */
  readonly emptyText?: (place: Place) => string;
  readonly mark?: (place: Place) => "warning" | "faint" | undefined;
  readonly overhead?: ReactNode;
  readonly onActive?: (place: Place) => void;
  /** The rows that are selected, both in. */
  readonly onRows?: (top: number, bottom: number) => void;
  readonly onRemoveRow?: (row: number) => void;
  readonly height?: string;
  /** The cell that is active at first. */
  readonly start?: Place | undefined;
  /** Whether the grid takes the focus when it appears: somebody came for that cell. */
  readonly takeFocus?: boolean;
  /** Whether pasting over the last row adds rows. */
  readonly grows?: boolean;
}

const ROW = 30;

/** A grid edited as a spreadsheet is: arrows move, typing edits, Enter commits and goes down, Tab right, Esc gives up. */
export function DataGrid(props: Props) {
  const { columns, rows, textOf, mayEdit, commit, onActive, takeFocus, grows, height = "68vh" } = props;
  const source = useMemo(
    () => ({ rows, columns: columns.length, textOf, mayEdit, commit, grows }),
    [rows, columns.length, textOf, mayEdit, commit, grows],
  );
  const grid = useGrid(source, props.start);
  const id = useId();
  const box = useRef<HTMLDivElement>(null);
  const shownRows = useMemo(() => rowsWith(rows, grid.unstored.edits.values()), [rows, grid.unstored]);
  const virtual = useVirtualizer({
    count: shownRows,
    getScrollElement: () => box.current,
    estimateSize: () => ROW,
    overscan: 12,
    initialRect: { width: 1200, height: 640 },
  });
  const { row, column } = grid.active;
  const total = columns.reduce((sum, entry) => sum + entry.width, 0);
  const lefts = fixedLefts(columns);

  useEffect(() => {
    virtual.scrollToIndex(row, { align: "auto" });
    onActive?.({ row, column });
    // the virtualizer is one object for the grid's life
  }, [row, column, virtual, onActive]);

  const { onRows } = props;
  useEffect(() => onRows?.(grid.block.top, grid.block.bottom), [onRows, grid.block.top, grid.block.bottom]);

  useEffect(() => {
    if (takeFocus) box.current?.focus();
  }, [takeFocus]);

  const onKeyDown = (event: KeyboardEvent) => {
    if (event.target !== box.current) return;
    if (props.onRemoveRow && event.ctrlKey && event.key === "Delete") return props.onRemoveRow(row);
    if (event.key !== "Tab") grid.onKeyDown(event);
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
        onCopy={grid.typing === undefined ? grid.onCopy : undefined}
        onPaste={grid.typing === undefined ? grid.onPaste : undefined}
        className="sheet narrow group/grid relative overflow-auto"
        style={{ maxHeight: height }}
      >
        <div style={{ width: total }}>
          <div role="rowgroup" className="sticky top-0 z-20 bg-sheet">
            {props.overhead !== undefined && (
              <div
                role="presentation"
                className="border-b border-hairline px-2 py-1 text-center text-xs text-soft"
              >
                {props.overhead}
              </div>
            )}
            <div role="row" aria-rowindex={1} className="flex border-b border-edge text-xs text-soft">
              {columns.map((entry, i) => (
                <div
                  key={entry.key}
                  role="columnheader"
                  aria-label={entry.name}
                  style={{ width: entry.width, ...stuck(lefts[i]) }}
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
          <div role="rowgroup" className="relative" style={{ height: virtual.getTotalSize() }}>
            {virtual.getVirtualItems().map((item) => (
              <div
                key={item.key}
                role="row"
                aria-rowindex={item.index + 2}
                className="absolute inset-x-0 flex"
                style={{ height: ROW, transform: `translateY(${item.start}px)` }}
              >
                {columns.map((entry, i) => (
                  <Cell
                    key={entry.key}
                    id={`${id}-${item.index}-${i}`}
                    place={{ row: item.index, column: i }}
                    column={entry}
                    left={lefts[i]}
                    grid={grid}
                    props={props}
                    onDone={() => box.current?.focus()}
                  />
                ))}
              </div>
            ))}
          </div>
        </div>
      </div>
      {grid.unstored.trouble !== undefined && (
        <p role="alert" className="mt-1 text-loss">
          Not stored: {grid.unstored.trouble}{" "}
          <button type="button" className="link underline" onClick={grid.retry}>
            Set mine
          </button>{" "}
          <button type="button" className="link underline" onClick={grid.giveUp}>
            Give up
          </button>
        </p>
      )}
    </div>
  );
}

/** As many rows as there are, and those that were pasted and could not be stored. */
function rowsWith(rows: number, edits: Iterable<CellEdit>): number {
  let most = rows;
  for (const edit of edits) most = Math.max(most, edit.row + 1);
  return most;
}

function fixedLefts(columns: readonly GridColumn[]): (number | undefined)[] {
  let left = 0;
  return columns.map((column) => {
    if (!column.fixed) return undefined;
    const at = left;
    left += column.width;
    return at;
  });
}

function stuck(left: number | undefined): CSSProperties {
  return left === undefined ? {} : { position: "sticky", left };
}

interface CellProps {
  readonly id: string;
  readonly place: Place;
  readonly column: GridColumn;
  readonly left: number | undefined;
  readonly grid: Grid;
  readonly props: Props;
  readonly onDone: () => void;
}

function Cell({ id, place, column, left, grid, props, onDone }: CellProps) {
  const { row, column: at } = place;
  const active = grid.active.row === row && grid.active.column === at;
  const unstored = grid.unstored.edits.get(`${row}:${at}`);
  const wrong = grid.unstored.at?.row === row && grid.unstored.at.column === at;
  const text = unstored?.text ?? props.textOf(place);
  const mark = props.mark?.(place);
  const selected = inBlock(grid.block, row, at);
  if (active && grid.typing !== undefined)
    return <CellInput column={column} left={left} grid={grid} onDone={onDone} />;
  return (
    <div
      id={id}
      role="gridcell"
      aria-colindex={at + 1}
      aria-selected={selected}
      aria-invalid={wrong || undefined}
      aria-readonly={!props.mayEdit(place) || undefined}
      style={{ width: column.width, ...stuck(left) }}
      onMouseDown={(event) => {
        grid.go(place, event.shiftKey);
      }}
      onMouseEnter={(event) => {
        if (event.buttons === 1) grid.go(place, true);
      }}
      onDoubleClick={() => grid.begin()}
      className={classNames(
        "relative shrink-0 cursor-default truncate border-r border-b border-hairline px-2 leading-[29px] select-none last:border-r-0",
        column.numeric && "text-right",
        column.fixed && "z-10 text-soft",
        wrong
          ? "bg-loss-wash text-loss"
          : selected && !active
            ? "group-focus-within/grid:bg-wash bg-sheet"
            : "bg-sheet",
        unstored && !wrong && "italic",
        active &&
          "outline-1 -outline-offset-1 outline-edge group-focus-within/grid:bg-sign group-focus-within/grid:font-bold group-focus-within/grid:text-on-sign group-focus-within/grid:outline-2 group-focus-within/grid:-outline-offset-2 group-focus-within/grid:outline-ink",
      )}
    >
      {text === "" ? (
        <span className={active ? "group-focus-within/grid:text-on-sign text-faint" : "text-faint"}>
          {props.emptyText?.(place) ?? ""}
        </span>
      ) : (
        text
      )}
      {mark === "warning" && (
        <span
          aria-hidden
          className="absolute top-0 right-0 border-t-8 border-l-8 border-t-sign border-l-transparent"
        />
      )}
    </div>
  );
}

function CellInput({
  column,
  left,
  grid,
  onDone,
}: {
  readonly column: GridColumn;
  readonly left: number | undefined;
  readonly grid: Grid;
  readonly onDone: () => void;
}) {
  // giving the focus back blurs the input once more: a value is stored once
  const over = useRef(false);
  const finish = (step: Place) => {
    over.current = true;
    grid.finish(step);
    onDone();
  };
  const onKeyDown = (event: KeyboardEvent) => {
    event.stopPropagation();
    if (event.key === "Enter") finish({ row: 1, column: 0 });
    else if (event.key === "Tab") finish({ row: 0, column: 1 });
    else if (event.key === "Escape") {
      over.current = true;
      grid.giveUp();
      onDone();
    } else return;
    event.preventDefault();
  };
  return (
    <div
      role="gridcell"
      aria-selected
      className="z-10 shrink-0 bg-sheet outline-2 -outline-offset-2 outline-ink"
      style={{ width: column.width, ...stuck(left) }}
    >
      <input
        autoFocus
        aria-label={column.name}
        value={grid.typing ?? ""}
        onChange={(event) => grid.setTyping(event.target.value)}
        onBlur={() => {
          if (!over.current) grid.finish(undefined);
        }}
        onKeyDown={onKeyDown}
        className={classNames("size-full bg-transparent px-2 outline-none", column.numeric && "text-right")}
      />
    </div>
  );
}
