"use client";

import { useMemo } from "react";
import { countryName } from "@/messages/country-name";
import { cellText, cellWords, isInPart, placeText } from "./board-words";
import type { Board } from "./load";

export type CellKey = `${number}:${number}`;

interface Props {
  readonly board: Board;
  readonly chosen: ReadonlySet<CellKey>;
  /** Left out: the board is only looked at. */
  readonly onChoose: ((chosen: ReadonlySet<CellKey>) => void) | undefined;
}

const looks = {
  served: "text-gain",
  barred: "text-loss",
  noRate: "bg-wash",
  notInChart: "text-faint",
  live: "text-link",
} as const;

/** Places down, services or offers across; a click chooses a cell, a head its row or column, Shift adds. */
export function BoardTable({ board, chosen, onChoose }: Props) {
  const { places, columns, cells } = board;
  const rows = useMemo(() => places.map((_, i) => i), [places]);
  const across = useMemo(() => columns.map((_, i) => i), [columns]);
  const choose = (keys: readonly CellKey[], more: boolean) => {
    if (!onChoose) return;
    const all = keys.every((key) => chosen.has(key));
    const next = new Set(more ? chosen : all ? [] : keys);
    if (more)
      for (const key of keys)
        if (all) next.delete(key);
        else next.add(key);
    onChoose(next);
  };
  const head = "sticky z-10 bg-sheet font-normal";
  return (
    <div className="sheet w-fit max-w-full max-h-[calc(100vh-240px)] overflow-auto">
      <table className="narrow border-separate border-spacing-0">
        <thead>
          <tr>
            <th
              className={`${head} top-0 left-0 z-20 border-r border-b border-edge px-2 text-left text-soft`}
            >
              to
            </th>
            {columns.map((column, c) => (
              <th key={column.code} scope="col" className={`${head} top-0 border-r border-b border-edge p-0`}>
                <button
                  type="button"
                  disabled={!onChoose}
                  title={`${column.name}: the whole column`}
                  className="h-full w-[92px] px-1.5 py-1 text-left text-xs leading-tight enabled:hover:bg-well"
                  onClick={(event) =>
                    choose(
                      rows.map((r): CellKey => `${r}:${c}`),
                      event.shiftKey,
                    )
                  }
                >
                  <span className={column.active ? "" : "text-faint"}>
                    {column.name}
                    {!column.active && " (off)"}
                  </span>
                </button>
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {places.map((place, r) => (
            <tr key={placeText(place)}>
              <th scope="row" className={`${head} left-0 border-r border-b border-hairline p-0 text-left`}>
                <button
                  type="button"
                  disabled={!onChoose}
                  title={`${placeText(place)}: the whole row`}
                  className="h-[26px] w-[168px] truncate px-2 text-left enabled:hover:bg-well"
                  onClick={(event) =>
                    choose(
                      across.map((c): CellKey => `${r}:${c}`),
                      event.shiftKey,
                    )
                  }
                >
                  <b className={place.subdivision === undefined ? "" : "pl-3 font-normal"}>
                    {placeText(place)}
                  </b>{" "}
                  <span className="text-soft">
                    {place.subdivision === undefined ? countryName(place.country) : ""}
                  </span>
                </button>
              </th>
              {columns.map((column, c) => {
                const cell = cells[r]?.[c];
                if (!cell) return null;
                const key: CellKey = `${r}:${c}`;
                const words = `${placeText(place)}, ${column.name}: ${cellWords(cell)}`;
                return (
                  <td key={column.code} className="border-r border-b border-hairline p-0">
                    <button
                      type="button"
                      aria-label={words}
                      aria-pressed={chosen.has(key)}
                      title={words}
                      disabled={!onChoose}
                      className={`h-[26px] w-[92px] px-2 text-left ${chosen.has(key) ? "bg-sign text-on-sign" : `${isInPart(cell) ? looks.served : looks[cell.state]} enabled:hover:bg-well`}`}
                      onClick={(event) => choose([key], event.shiftKey || event.ctrlKey)}
                    >
                      {cellText(cell)}
                    </button>
                  </td>
                );
              })}
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}
