"use client";

import {
  createContext,
  useCallback,
  useContext,
  useEffect,
  useMemo,
  useRef,
  useState,
  type ReactNode,
} from "react";
import { useRouter } from "next/navigation";
import { inverse, type Change } from "@/core/setup/inverse";
import { editDraft, renameInDraft } from "./actions";
import { answerText, type EditAnswer } from "./answer";
import { draftSignals, type DraftSignals } from "./draft-signals";

/** How the business counts: the units quantities are shown in, and the currency money without another is of. */
export interface Habits {
  readonly weight: "kg" | "g" | "lb" | "oz";
  readonly length: "cm" | "mm" | "m" | "in";
  readonly currency: string;
  /** The date in the business's time zone. */
  readonly today: string;
}

type Renaming = Parameters<typeof renameInDraft>[0];

interface Draft {
  readonly mayEdit: boolean;
  /** What is being typed and what was stored, for whoever shows effects. */
  readonly signals: DraftSignals;
  readonly habits: Habits;
  readonly commit: (changes: readonly Change[]) => Promise<EditAnswer>;
  /** Gives something another code wherever it is named. */
  readonly rename: (renaming: Renaming) => Promise<EditAnswer>;
  readonly undo: () => void;
  readonly redo: () => void;
  readonly canUndo: boolean;
  readonly canRedo: boolean;
  /** What undo or redo had to say. */
  readonly notice: string | undefined;
}

const Context = createContext<Draft | undefined>(undefined);

/** The draft as the screens see it: committing changes, and taking back one's own. */
export function useDraft(): Draft {
  const draft = useContext(Context);
  if (!draft) throw new Error("useDraft outside of DraftProvider");
  return draft;
}

/** Waits for an answer; a server that gives none is a failure like any other, and nothing typed is lost by it. */
async function answerOf(sent: Promise<EditAnswer>): Promise<EditAnswer> {
  try {
    return await sent;
  } catch {
    return { ok: false, code: "unreachable", problems: [] };
  }
}

export function DraftProvider({
  mayEdit,
  habits,
  children,
}: {
  readonly mayEdit: boolean;
  readonly habits: Habits;
  readonly children: ReactNode;
}) {
  const router = useRouter();
  const [signals] = useState(draftSignals);
  const past = useRef<(readonly Change[])[]>([]);
  const future = useRef<(readonly Change[])[]>([]);
  const [depth, setDepth] = useState({ past: 0, future: 0 });
  const [notice, setNotice] = useState<string>();
  const count = useCallback(() => setDepth({ past: past.current.length, future: future.current.length }), []);

  const line = useRef<Promise<unknown>>(Promise.resolve());
  // one after the other: an undo asked for while an edit is on its way takes back that edit
  const queue = useCallback(<T,>(work: () => Promise<T>): Promise<T> => {
    const next = line.current.then(work);
    line.current = next;
    return next;
  }, []);

  const store = useCallback(
    (send: () => Promise<EditAnswer>) =>
      queue(async () => {
        const answer = await answerOf(send());
        if (answer.ok) {
          past.current.push(answer.changes);
          future.current = [];
          signals.stored(answer);
          setNotice(undefined);
          count();
        } else if (answer.code === "conflict") router.refresh();
        return answer;
      }),
    [count, router, queue, signals],
  );
  const commit = useCallback((changes: readonly Change[]) => store(() => editDraft(changes)), [store]);
  const rename = useCallback((renaming: Renaming) => store(() => renameInDraft(renaming)), [store]);

  const move = useCallback(
    (from: typeof past, to: typeof past) =>
      queue(async () => {
        const step = from.current.pop();
        if (!step) return;
        const answer = await answerOf(editDraft(inverse(step)));
        if (answer.ok) {
          to.current.push(answer.changes);
          signals.stored(answer);
        }
        setNotice(answer.ok ? undefined : `Not taken back: ${answerText(answer)}`);
        count();
      }),
    [count, queue, signals],
  );
  const undo = useCallback(() => void move(past, future), [move]);
  const redo = useCallback(() => void move(future, past), [move]);

  useEffect(() => {
    const onKeyDown = (event: KeyboardEvent) => {
      const typing =
        event.target instanceof HTMLElement && event.target.closest("input, textarea, select") !== null;
      if (typing || !(event.ctrlKey || event.metaKey) || event.key.toLowerCase() !== "z") return;
      event.preventDefault();
      if (event.shiftKey) redo();
      else undo();
    };
    window.addEventListener("keydown", onKeyDown);
    return () => window.removeEventListener("keydown", onKeyDown);
  }, [undo, redo]);

  const value = useMemo(
    () => ({
      mayEdit,
      signals,
      habits,
      commit,
      rename,
      undo,
      redo,
      canUndo: depth.past > 0,
      canRedo: depth.future > 0,
      notice,
    }),
    [mayEdit, signals, habits, commit, rename, undo, redo, depth, notice],
  );
  return <Context value={value}>{children}</Context>;
}
