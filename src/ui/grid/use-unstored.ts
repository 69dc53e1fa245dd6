"use client";

import { useCallback, useEffect, useRef, useState } from "react";
import type { CellEdit, GridSource } from "./grid-source";
import {
  afterRefusal,
  afterStoring,
  followRows,
  kept,
  keyOf,
  leaveRow,
  grownBy,
  newRows,
  nothingUnstored,
  outgoing,
  sending,
  type KeptEdit,
  type Unstored,
} from "./unstored";

const REFRESH_MS = 1500;
/** A new row is where it was typed until it is shown as stored: what is typed below it would else run on by a row. */
const NEW_ROW_MS = 10_000;
const prefix = "grid ";

/** What another page left unstored in a grid of this name. */
function recalled(memory: string): KeptEdit[] {
  try {
    return JSON.parse(sessionStorage.getItem(prefix + memory) ?? "[]") as KeptEdit[];
  } catch {
    return [];
  }
}

function remember(memory: string, { edits }: Unstored): void {
  try {
    if (edits.size === 0) sessionStorage.removeItem(prefix + memory);
    else sessionStorage.setItem(prefix + memory, JSON.stringify([...edits.values()]));
  } catch {
    // a browser that keeps nothing: then a page that is left forgets
  }
}

/** What is unstored, beside the grid as it is at this moment: for work that goes on while the screen changes. */
function useLatest(source: GridSource) {
  const [unstored, setUnstored] = useState<Unstored>(nothingUnstored);
  const latest = useRef({ source, unstored, changes: 0 });
  const refreshed = useRef<() => void>(undefined);
  const keep = useCallback((next: Unstored) => {
    latest.current = { ...latest.current, unstored: next };
    setUnstored(next);
    const { memory } = latest.current.source;
    if (memory !== undefined) remember(memory, next);
  }, []);

  useEffect(() => {
    const { source: before, unstored: own, changes } = latest.current;
    latest.current = { ...latest.current, source, changes: changes + 1 };
    const followed = followRows(own, before, source);
    if (followed.unstored !== own) {
      const [gone] = followed.lost;
      const trouble = gone
        ? `the row of “${gone.text}” was removed by somebody else.`
        : followed.unstored.trouble;
      keep({ ...followed.unstored, trouble });
    }
    refreshed.current?.();
  }, [source, keep]);

  const { memory } = source;
  useEffect(() => {
    const found = memory === undefined ? [] : recalled(memory);
    if (found.length === 0) return;
    const { source: at } = latest.current;
    const edits = new Map(found.map((edit) => [keyOf(edit), edit]));
    const { unstored: own } = followRows({ ...nothingUnstored, edits }, at, at);
    const waits = [...own.edits.values()].some(({ state }) => state !== "pending");
    keep({ ...own, trouble: waits ? "this was typed before and is not stored yet." : undefined });
  }, [memory, keep]);

  /** Waits until the screen shows what was stored, or so long. */
  const shown = useCallback(async (isShown: () => boolean, most = REFRESH_MS) => {
    let isOver = false;
    while (!isShown() && !isOver)
      await new Promise<void>((resolve) => {
        refreshed.current = resolve;
        setTimeout(() => {
          isOver = true;
          resolve();
        }, most);
      });
  }, []);
  const isNewer = useCallback((changes: number) => latest.current.changes !== changes, []);
  return { unstored, latest, keep, shown, isNewer };
}

/**
 * Stores edits one after the other. What was refused stays and goes along with the next ones, but for conflicts; what is
 * typed into a new row waits until the row is left. What was stored counts as shown once the source shows it, so that a
 * quick second edit starts from the first one's value.
 */
export function useUnstored(source: GridSource) {
  const { unstored, latest, keep, shown, isNewer } = useLatest(source);
  const line = useRef<Promise<void>>(Promise.resolve());
  /** What the screen showed when a conflict was told. */
  const conflictAt = useRef<number>(undefined);

  const storeNow = useCallback(
    async (withConflicts: boolean) => {
      // whoever keeps theirs sets it over what the other one stored: that has to be here first
      const told = conflictAt.current;
      if (withConflicts && told !== undefined) await shown(() => isNewer(told));
      const { source: at, unstored: own, changes } = latest.current;
      const sent = outgoing(own, at, withConflicts);
      if (sent.length === 0) return keep(afterStoring(own, [], at));
      keep(sending(own, sent));
      const result = await at.commit(sent);
      if (!result.ok) {
        if (result.conflict) conflictAt.current = latest.current.changes;
        return keep(afterRefusal(latest.current.unstored, sent, result));
      }
      const rows = newRows(sent, at);
      if (rows === 0) await shown(() => isNewer(changes));
      else await shown(() => grownBy(rows, at, latest.current.source), NEW_ROW_MS);
      keep(afterStoring(latest.current.unstored, sent, latest.current.source));
    },
    [keep, latest, shown, isNewer],
  );

  const queue = useCallback(
    (withConflicts = false) => (line.current = line.current.then(() => storeNow(withConflicts))),
    [storeNow],
  );

  /** Puts edits in: at once, but for those that were typed into a new row. */
  const store = useCallback(
    (edits: readonly CellEdit[], typed = false): Promise<void> => {
      const { source: at } = latest.current;
      const own = edits.filter(at.mayEdit);
      const isNew = ({ row }: CellEdit) => typed && at.firstNew !== undefined && row >= at.firstNew;
      const fresh = own.filter((edit) => !isNew(edit));
      const pending = kept(latest.current.unstored, own.filter(isNew), "pending", at);
      keep(kept(pending, fresh, "waiting", at));
      return fresh.length > 0 ? queue() : Promise.resolve();
    },
    [keep, latest, queue],
  );

  /** A new row is left: it is stored when it is complete. True when it is. */
  const leave = useCallback(
    (row: number): boolean => {
      const { source: at, unstored: own } = latest.current;
      if (at.firstNew === undefined || row < at.firstNew) return false;
      const next = leaveRow(own, row, at);
      if (next === own) return false;
      keep(next);
      void queue();
      return true;
    },
    [keep, latest, queue],
  );

  const discard = useCallback(() => keep(nothingUnstored), [keep]);
  const retry = useCallback(() => void queue(true), [queue]);
  return { unstored, store, leave, discard, retry };
}
