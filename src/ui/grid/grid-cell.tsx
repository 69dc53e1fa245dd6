"use client";

import { useRef, type CSSProperties, type KeyboardEvent } from "react";
import { classNames } from "../class-names";
import { inBlock, type Place } from "./block";
import { stuck, type GridColumn } from "./grid-columns";
import { typingKey } from "./typing-key";
import type { Grid } from "./use-grid";

export interface CellAside {
  readonly text: string;
  readonly loss?: boolean;
}

/** What the cells of a grid hold, and how they look. */
export interface CellLook {
  readonly textOf: (place: Place) => string;
  readonly mayEdit: (place: Place) => boolean;
  /** What an empty cell shows. */
  readonly emptyText?: (place: Place) => string;
  readonly mark?: (place: Place) => "warning" | "faint" | undefined;
  /** How strongly a cell is shaded, from 0 to 1. */
  readonly shade?: (place: Place) => number | undefined;
  /** A small figure beside a cell's own. */
  readonly aside?: ((place: Place) => CellAside | undefined) | undefined;
  /** Whether a note hangs on a cell. */
  readonly noted?: (place: Place) => boolean;
  /** Whether a cell differs from what the grid is compared with. */
  readonly changed?: (place: Place) => boolean;
}

interface CellProps {
  readonly id: string;
  readonly skipped: number | undefined;
  readonly place: Place;
  readonly column: GridColumn;
  readonly left: number | undefined;
  readonly grid: Grid;
  readonly look: CellLook;
  readonly onDone: () => void;
}

/** One cell: what it holds, what hangs on it, and the field it becomes while somebody types. */
export function Cell({ id, place, column, skipped, left, grid, look, onDone }: CellProps) {
  const { row, column: at } = place;
  const active = grid.active.row === row && grid.active.column === at;
  const unstored = grid.unstored.edits.get(`${row}:${at}`);
  const wrong = grid.unstored.at?.row === row && grid.unstored.at.column === at;
  const text = unstored?.text ?? look.textOf(place);
  const mark = look.mark?.(place);
  const shade = look.shade?.(place);
  const aside = look.aside?.(place);
  const selected = inBlock(grid.block, row, at);
  if (active && grid.typing !== undefined)
    return <CellInput column={column} skipped={skipped} left={left} grid={grid} onDone={onDone} />;
  return (
    <div
      id={id}
      role="gridcell"
      aria-colindex={at + 1}
      aria-selected={selected}
      aria-invalid={wrong || undefined}
      aria-readonly={!look.mayEdit(place) || undefined}
      style={{
        width: column.width,
        marginLeft: skipped,
        ...stuck(left),
        ...shaded(selected ? undefined : shade),
      }}
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
      {aside && (
        <span
          className={classNames(
            "float-left text-[0.6875rem]",
            aside.loss ? "text-loss" : "text-soft",
            active && "group-focus-within/grid:text-on-sign",
          )}
        >
          {aside.text}
        </span>
      )}
      {text === "" ? (
        <span className={active ? "group-focus-within/grid:text-on-sign text-faint" : "text-faint"}>
          {look.emptyText?.(place) ?? ""}
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
      {look.changed?.(place) && (
        <span
          role="img"
          aria-label="changed"
          className="absolute inset-x-1 bottom-0.5 border-b-2 border-dashed border-edge"
        />
      )}
      {look.noted?.(place) && (
        <span
          role="img"
          aria-label="with a note"
          className="absolute bottom-0 left-0 border-b-8 border-r-8 border-r-transparent border-b-link"
        />
      )}
    </div>
  );
}

function shaded(shade: number | undefined): CSSProperties {
  if (shade === undefined) return {};
  return { backgroundColor: `color-mix(in srgb, var(--lane-1) ${Math.round(shade * 40)}%, var(--sheet))` };
}

function CellInput({
  column,
  skipped,
  left,
  grid,
  onDone,
}: {
  readonly column: GridColumn;
  readonly skipped: number | undefined;
  readonly left: number | undefined;
  readonly grid: Grid;
  readonly onDone: () => void;
}) {
  // giving the focus back blurs the input once more: a value is stored once
  const over = useRef(false);
  const finish = (step: Place | undefined, everywhere = false) => {
    over.current = true;
    grid.finish(step, everywhere);
    onDone();
  };
  const onKeyDown = (event: KeyboardEvent) => {
    event.stopPropagation();
    const meant = typingKey(event);
    // the field itself takes a letter out
    if (meant === undefined || meant === "letter-back") return;
    if (meant === "give-up") {
      over.current = true;
      grid.giveUp();
      onDone();
    } else finish(meant.done, meant.everywhere);
    event.preventDefault();
  };
  return (
    <div
      role="gridcell"
      aria-selected
      className="z-10 shrink-0 bg-sheet outline-2 -outline-offset-2 outline-ink"
      style={{ width: column.width, marginLeft: skipped, ...stuck(left) }}
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
