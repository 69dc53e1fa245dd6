"use client";

import { useState } from "react";
import type { ZoneChart } from "@/core/setup/zone-chart";
import { useDraft } from "@/features/draft";
import { moveChanges } from "./entry-edits";

interface Props {
  readonly chart: ZoneChart;
  readonly path: string;
  readonly filter: string;
  readonly onFilter: (filter: string) => void;
  /** The places of the entries that are meant; `undefined` for all, which can't be moved. */
  readonly targets: readonly number[] | undefined;
  /** How they were meant: chosen in the grid, or shown by the filter. */
  readonly how: "chosen" | "shown";
}

/** Finds entries, and moves those found or chosen to a zone at once. */
export function EntriesBar({ chart, path, filter, onFilter, targets, how }: Props) {
  const { commit, mayEdit } = useDraft();
  const [said, setSaid] = useState<{ readonly text: string; readonly wrong?: boolean }>();
  const move = async (value: string) => {
    if (!targets || value === "") return;
    const to = value === "out" ? "out" : { zone: value === "barred" ? null : value.slice(5) };
    const changes = moveChanges(chart, targets, to, path);
    if (changes.length === 0) return setSaid({ text: "They are there already." });
    const answer = await commit(changes);
    setSaid(
      answer.ok
        ? { text: `${changes.length} ${value === "out" ? "removed" : "moved"}. Ctrl Z undoes it.` }
        : { text: answer.text, wrong: true },
    );
  };
  const count = targets?.length ?? chart.entries.length;
  return (
    <div className="mb-1.5">
      <div className="flex flex-wrap items-center gap-2">
        <h2>Entries</h2>
        <input
          type="search"
          aria-label="Find entries"
          placeholder="SE 62 · zone 4 · not served"
          className="control h-7 w-[190px] px-1.5"
          value={filter}
          onChange={(event) => onFilter(event.target.value)}
        />
        <span className="text-soft">
          {targets
            ? `${count} of ${chart.entries.length} ${how}`
            : `${count === 1 ? "1 entry" : `${count} entries`}; where several fit, the most specific counts`}
        </span>
        {mayEdit && targets && count > 0 && (
          <select
            aria-label={`Move the ${count} ${how}`}
            className="control ml-auto h-7 px-1"
            value=""
            onChange={(event) => void move(event.target.value)}
          >
            <option value="">Move {count} to …</option>
            {chart.zones.map((zone) => (
              <option key={zone.code} value={`zone ${zone.code}`}>
                zone {zone.code}, {zone.name}
              </option>
            ))}
            <option value="barred">not served</option>
            <option value="out">remove them</option>
          </select>
        )}
      </div>
      {said && (
        <p role="status" className={said.wrong ? "text-loss" : "text-soft"}>
          {said.text}
        </p>
      )}
    </div>
  );
}
