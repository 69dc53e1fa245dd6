"use client";

import {
  useCallback,
  useEffect,
  useMemo,
  useRef,
  useState,
  type ClipboardEvent,
  type KeyboardEvent,
} from "react";
import { blockBetween, fromClipboard, moved, toClipboard, type Block, type Place } from "./block";
import type { CellEdit, GridSource } from "./grid-source";
import { filled, pasted, sameIn, textsOf } from "./block-edits";

/** What is typed and not stored: it stays in its cells, with what is wrong, until it is stored or given up. */
interface Unstored {
  readonly edits: ReadonlyMap<string, CellEdit>;
  readonly trouble: string | undefined;
  readonly at: Place | undefined;
}

const nothing: Unstored = { edits: new Map(), trouble: undefined, at: undefined };
const keyOf = ({ row, column }: Place) => `${row}:${column}`;
const PAGE = 15;

const REFRESH_MS = 1500;

/**
 * Stores edits one after the other; those that were refused are kept and go along with the next ones. What was stored
 * counts as shown once the source shows it, so that a quick second edit starts from the first one's value.
 */
function useStore(source: GridSource) {
  const [unstored, setUnstored] = useState<Unstored>(nothing);
  const latest = useRef({ source, unstored, changes: 0 });
  const line = useRef<Promise<void>>(Promise.resolve());
  const refreshed = useRef<() => void>(undefined);
  useEffect(() => {
    latest.current = { ...latest.current, source, changes: latest.current.changes + 1 };
    refreshed.current?.();
  }, [source]);
  const keep = useCallback((next: Unstored) => {
    latest.current = { ...latest.current, unstored: next };
    setUnstored(next);
  }, []);

  const storeNow = useCallback(
    async (edits: readonly CellEdit[]) => {
      const { source, unstored, changes } = latest.current;
      const wanted = new Map(unstored.edits);
      for (const edit of edits) if (source.mayEdit(edit)) wanted.set(keyOf(edit), edit);
      const changed = [...wanted.values()].filter((edit) => edit.text !== source.textOf(edit));
      if (changed.length === 0) return keep(nothing);
      keep({ edits: wanted, trouble: undefined, at: undefined });
      const result = await source.commit(changed);
      if (!result.ok)
        return keep({
          edits: wanted,
          trouble: result.text,
          at: result.at ?? (changed.length === 1 ? changed[0] : undefined),
        });
      if (latest.current.changes === changes)
        await new Promise<void>((resolve) => {
          refreshed.current = resolve;
          setTimeout(resolve, REFRESH_MS);
        });
      keep(nothing);
    },
    [keep],
  );
  const store = useCallback(
    (edits: readonly CellEdit[]) => (line.current = line.current.then(() => storeNow(edits))),
    [storeNow],
  );
  const discard = useCallback(() => keep(nothing), [keep]);
  return { unstored, store, discard };
}

/** The state of a grid: which cell is active, which are selected, what is being typed, what could not be stored. */
export function useGrid(source: GridSource, start: Place = { row: 0, column: 0 }) {
  const [active, setActive] = useState<Place>(start);
  const [anchor, setAnchor] = useState<Place>(start);
  const [typing, setTyping] = useState<string>();

  const go = useCallback((to: Place, extend = false) => {
    setActive(to);
    if (!extend) setAnchor(to);
  }, []);

  const { unstored, store, discard } = useStore(source);

  const block = useMemo(() => blockBetween(anchor, active), [anchor, active]);
  const finish = useCallback(
    (step: Place | undefined, everywhere = false) => {
      if (typing !== undefined)
        void store(everywhere ? sameIn(blockBetween(anchor, active), typing) : [{ ...active, text: typing }]);
      setTyping(undefined);
      if (step)
        go({
          row: Math.min(source.rows - 1, active.row + step.row),
          column: Math.min(source.columns - 1, active.column + step.column),
        });
    },
    [typing, store, active, anchor, go, source],
  );

  const begin = useCallback(
    (text?: string) => {
      if (source.mayEdit(active))
        setTyping(text ?? unstored.edits.get(keyOf(active))?.text ?? source.textOf(active));
    },
    [source, active, unstored],
  );

  // the same object while nothing changed: rows that only scroll by are not drawn anew
  return useMemo(
    () => ({
      active,
      block,
      typing,
      setTyping,
      unstored,
      go,
      begin,
      finish,
      giveUp: () => (typing === undefined ? discard() : setTyping(undefined)),
      retry: () => void store([]),
      onKeyDown: (event: KeyboardEvent) =>
        onGridKey(event, { source, active, block, go, begin, store, discard }),
      onCopy: (event: ClipboardEvent) => {
        event.preventDefault();
        event.clipboardData.setData("text/plain", toClipboard(textsOf(block, source)));
      },
      onPaste: (event: ClipboardEvent) => {
        event.preventDefault();
        void store(pasted(fromClipboard(event.clipboardData.getData("text/plain")), block, source));
      },
    }),
    [active, block, typing, unstored, go, begin, finish, store, discard, source],
  );
}

export type Grid = ReturnType<typeof useGrid>;

interface KeyContext {
  readonly source: GridSource;
  readonly active: Place;
  readonly block: Block;
  readonly go: (to: Place, extend?: boolean) => void;
  readonly begin: (text?: string) => void;
  readonly store: (edits: readonly CellEdit[]) => Promise<void>;
  readonly discard: () => void;
}

function onGridKey(
  event: KeyboardEvent,
  { source, active, block, go, begin, store, discard }: KeyContext,
): void {
  const control = event.ctrlKey || event.metaKey;
  const to = moved(event.key, active, source.rows, source.columns, PAGE, control);
  if (to) go(to, event.shiftKey);
  else if (event.key === "Enter" || event.key === "F2") begin();
  else if (event.key === "Escape") discard();
  else if (event.key === "Delete" || event.key === "Backspace") {
    void store(sameIn(block, ""));
  } else if (control && (event.key === "d" || event.key === "r") && source.mayEdit(active)) {
    void store(filled(block, source, event.key === "d" ? "down" : "right"));
  } else if (control && event.key.toLowerCase() === "a") {
    go({ row: 0, column: 0 });
    go({ row: source.rows - 1, column: source.columns - 1 }, true);
  } else if (event.key.length === 1 && !control && !event.altKey) begin(event.key);
  else return;
  event.preventDefault();
}
