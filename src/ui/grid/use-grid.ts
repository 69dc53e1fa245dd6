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
import { filled, pasted, sameIn, textsOf, type Paste } from "./block-edits";
import { keyOf, rowOf, type Unstored } from "./unstored";
import { typingKey } from "./typing-key";
import { useUnstored } from "./use-unstored";

const PAGE = 15;

/** The state of a grid: which cell is active, which are selected, what is being typed, what could not be stored. */
export function useGrid(source: GridSource, start: Place = { row: 0, column: 0 }) {
  const { active, setActive, anchor, setAnchor, go } = useActive(start);
  const { unstored, store, leave, discard, retry } = useUnstored(source);
  const { typing, setTyping, begin, type } = useTyping(source, active, unstored);
  const paste = usePaste(source, store);
  useActiveRow(source, active, { setActive, setAnchor, leave });
  useBackToRefused(source, active, typing === undefined ? unstored.at : undefined, go);

  const block = useMemo(() => blockBetween(anchor, active), [anchor, active]);
  const { finish, giveUp } = useEnding({
    source,
    active,
    block,
    typing,
    setTyping,
    store,
    leave,
    discard,
    go,
  });

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
      giveUp,
      retry,
      question: paste.question,
      answer: paste.answer,
      onKeyDown: (event: KeyboardEvent) =>
        typing === undefined
          ? onGridKey(event, { source, active, block, go, begin, type, store, discard })
          : onEarlyKey(event, { type, setTyping, finish, giveUp }),
      onCopy: (event: ClipboardEvent) => copyBlock(event, block, source),
      onPaste: (event: ClipboardEvent) => paste.take(event, block),
    }),
    [
      active,
      block,
      typing,
      setTyping,
      unstored,
      go,
      begin,
      type,
      finish,
      giveUp,
      store,
      discard,
      retry,
      paste,
      source,
    ],
  );
}

/** Which cell is active, and from which one the selection reaches to it. */
function useActive(start: Place) {
  const [active, setActive] = useState<Place>(start);
  const [anchor, setAnchor] = useState<Place>(start);
  const go = useCallback((to: Place, extend = false) => {
    setActive(to);
    if (!extend) setAnchor(to);
  }, []);
  return { active, setActive, anchor, setAnchor, go };
}

/** What is pasted goes in; a block that does not fit waits until somebody says so. */
function usePaste(source: GridSource, store: (edits: readonly CellEdit[]) => Promise<void>) {
  const [question, setQuestion] = useState<Paste>();
  return useMemo(
    () => ({
      question,
      answer: (isTaken: boolean) => {
        if (isTaken && question) void store(question.edits);
        setQuestion(undefined);
      },
      take: (event: ClipboardEvent, block: Block) => {
        const paste = pastedBlock(event, block, source);
        if (paste.left.rows + paste.left.columns > 0) setQuestion(paste);
        else void store(paste.edits);
      },
    }),
    [question, source, store],
  );
}

/** What is being typed into the active cell; nothing while nobody types. */
function useTyping(source: GridSource, active: Place, unstored: Unstored) {
  const [typing, setTyping] = useState<string>();
  const begin = useCallback(() => {
    if (source.mayEdit(active)) setTyping(unstored.edits.get(keyOf(active))?.text ?? source.textOf(active));
  }, [source, active, unstored]);
  // the next key may come before the field is there: it goes on with what was typed
  const type = useCallback(
    (key: string) => {
      if (source.mayEdit(active)) setTyping((before) => (before ?? "") + key);
    },
    [source, active],
  );
  return { typing, setTyping, begin, type };
}

interface Ending extends Pick<KeyContext, "source" | "active" | "block" | "discard" | "go"> {
  readonly typing: string | undefined;
  readonly setTyping: (text: undefined) => void;
  readonly store: (edits: readonly CellEdit[], typed?: boolean) => Promise<void>;
  readonly leave: (row: number) => boolean;
}

/** The two ways in which typing into a cell ends: it is stored, and somebody goes on; or it is given up. */
function useEnding({ source, active, block, typing, setTyping, store, leave, discard, go }: Ending) {
  const finish = useCallback(
    (step: Place | undefined, everywhere = false) => {
      const own = typing === undefined ? [] : [{ ...active, text: typing }];
      if (typing !== undefined) void store(everywhere ? sameIn(block, typing) : own, !everywhere);
      setTyping(undefined);
      const next = step && stepped(source, active, step, leave);
      if (next) go(next);
    },
    [typing, setTyping, store, leave, active, block, go, source],
  );

  const giveUp = useCallback(
    () => (typing === undefined ? discard() : setTyping(undefined)),
    [typing, setTyping, discard],
  );
  return { finish, giveUp };
}

/** Where a step leads from a cell. Enter in the new row stores it when it is complete, and goes on with the next one. */
function stepped(
  source: GridSource,
  { row, column }: Place,
  step: Place,
  leave: (row: number) => boolean,
): Place | undefined {
  const isNew = source.firstNew !== undefined && row >= source.firstNew;
  if (isNew && step.row > 0) return leave(row) ? { row: row + 1, column: 0 } : undefined;
  // the row somebody has gone on to may lie below the last one: the one before it is still on its way
  const last = Math.max(source.rows - 1, row);
  return {
    row: Math.max(0, Math.min(last, row + step.row)),
    column: Math.max(0, Math.min(source.columns - 1, column + step.column)),
  };
}

function copyBlock(event: ClipboardEvent, block: Block, source: GridSource): void {
  event.preventDefault();
  event.clipboardData.setData("text/plain", toClipboard(textsOf(block, source)));
}

function pastedBlock(event: ClipboardEvent, block: Block, source: GridSource): Paste {
  event.preventDefault();
  return pasted(fromClipboard(event.clipboardData.getData("text/plain")), block, source);
}

interface RowMoves {
  readonly setActive: (move: (place: Place) => Place) => void;
  readonly setAnchor: (move: (place: Place) => Place) => void;
  readonly leave: (row: number) => void;
}

/**
 * The active cell stays in its row when others are put in or taken out above it; whoever goes to another row has left the
 * one they were in.
 */
function useActiveRow(source: GridSource, active: Place, { setActive, setAnchor, leave }: RowMoves): void {
  const followed = useRef({ row: active.row, name: source.rowKey?.(active.row), source });
  useEffect(() => {
    const { row, name, source: before } = followed.current;
    const isElsewhere = source !== before && name !== undefined && source.rowKey?.(row) !== name;
    const now = isElsewhere ? rowOf(name, row, source) : undefined;
    if (now !== undefined && active.row === row) {
      followed.current = { row: now, name, source };
      const move = (place: Place) => ({ ...place, row: Math.max(0, place.row + now - row) });
      setActive(move);
      setAnchor(move);
      return;
    }
    followed.current = { row: active.row, name: source.rowKey?.(active.row), source };
    if (active.row !== row) leave(row);
  }, [source, active.row, setActive, setAnchor, leave]);
}

/** Enter in a new row goes on below it before it is stored: when it is refused there is no row there, and it goes back. */
function useBackToRefused(
  source: GridSource,
  active: Place,
  at: Place | undefined,
  go: (to: Place) => void,
): void {
  useEffect(() => {
    if (at && active.row >= source.rows && at.row < source.rows) go(at);
  }, [at, active.row, source.rows, go]);
}

export type Grid = ReturnType<typeof useGrid>;

interface TypingContext {
  readonly type: (key: string) => void;
  readonly setTyping: (change: (before: string | undefined) => string | undefined) => void;
  readonly finish: (step: Place | undefined, everywhere?: boolean) => void;
  readonly giveUp: () => void;
}

/** A key that comes while a cell is typed into whose field is not there yet: it does what it would do in the field. */
function onEarlyKey(event: KeyboardEvent, { type, setTyping, finish, giveUp }: TypingContext): void {
  const meant = typingKey(event);
  if (meant === "give-up") giveUp();
  else if (meant === "letter-back") setTyping((before) => before?.slice(0, -1));
  else if (meant) finish(meant.done, meant.everywhere);
  else if (event.key.length === 1 && !event.ctrlKey && !event.metaKey && !event.altKey) type(event.key);
  else return;
  event.preventDefault();
}

interface KeyContext {
  readonly source: GridSource;
  readonly active: Place;
  readonly block: Block;
  readonly go: (to: Place, extend?: boolean) => void;
  readonly begin: () => void;
  readonly type: (key: string) => void;
  readonly store: (edits: readonly CellEdit[]) => Promise<void>;
  readonly discard: () => void;
}

function onGridKey(
  event: KeyboardEvent,
  { source, active, block, go, begin, type, store, discard }: KeyContext,
): void {
  const control = event.ctrlKey || event.metaKey;
  if (event.key === "Tab") {
    const column = active.column + (event.shiftKey ? -1 : 1);
    // at the end of a row Tab leaves the grid, in the middle of one it goes on
    if (column < 0 || column >= source.columns) return;
    event.preventDefault();
    return go({ row: active.row, column });
  }
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
  } else if (event.key.length === 1 && !control && !event.altKey) type(event.key);
  else return;
  event.preventDefault();
}
