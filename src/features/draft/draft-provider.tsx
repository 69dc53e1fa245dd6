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
import type { EditAnswer, StoredEdit } from "./answer";
import { certain } from "./certain";
import { draftSignals, type DraftSignals } from "./draft-signals";
import { OwnEditsContext, useOwnEdits } from "./own-edits";
import { useTold, type Told } from "./use-told";

/** How the business counts: the units quantities are shown in, and the currency money without another is of. */
export interface Habits {
  readonly weight: "kg" | "g" | "lb" | "oz";
  readonly length: "cm" | "mm" | "m" | "in";
  readonly currency: string;
  /** Where it is, as two letters. */
  readonly country: string;
  /** The date in the business's time zone. */
  readonly today: string;
}

export type EditOrigin = Pick<Parameters<typeof editDraft>[0], "id" | "seen">;
type Renaming = Parameters<typeof renameInDraft>[0]["renaming"];

interface Draft {
  readonly mayEdit: boolean;
  /** What is being typed and what was stored, for whoever shows effects. */
  readonly signals: DraftSignals;
  readonly habits: Habits;
  readonly commit: (changes: readonly Change[]) => Promise<EditAnswer>;
  /** An edit that another action of the server makes: it can be taken back as any other. */
  readonly edit: (send: (origin: EditOrigin) => Promise<EditAnswer>) => Promise<EditAnswer>;
  /** Gives something another code wherever it is named. */
  readonly rename: (renaming: Renaming) => Promise<EditAnswer>;
  readonly undo: () => void;
  readonly redo: () => void;
  readonly canUndo: boolean;
  readonly canRedo: boolean;
  /** What undo or redo had to say. */
  readonly notice: string | undefined;
  /** What has just been done, for a moment, so that it can be taken back. */
  readonly told: Told | undefined;
  /** Says it; `isEdit` is false for what undo does not take back. */
  readonly tell: (text: string | undefined, isEdit?: boolean) => void;
}

const Context = createContext<Draft | undefined>(undefined);

/** The draft as the screens see it: committing changes, and taking back one's own. */
export function useDraft(): Draft {
  const draft = useContext(Context);
  if (!draft) throw new Error("useDraft outside of DraftProvider");
  return draft;
}

export function DraftProvider({
  mayEdit,
  stamp,
  habits,
  children,
}: {
  readonly mayEdit: boolean;
  /** The state of the draft that the page shows. */
  readonly stamp: number;
  readonly habits: Habits;
  readonly children: ReactNode;
}) {
  const router = useRouter();
  const [signals] = useState(draftSignals);
  const past = useRef<StoredEdit[]>([]);
  const future = useRef<StoredEdit[]>([]);
  /** The state of the draft the screen shows, which its paths are of. */
  const shown = useRef(stamp);
  useEffect(() => {
    shown.current = stamp;
  }, [stamp]);
  const [depth, setDepth] = useState({ past: 0, future: 0 });
  const [notice, setNotice] = useState<string>();
  const { told, tell } = useTold();
  const count = useCallback(() => setDepth({ past: past.current.length, future: future.current.length }), []);

  const line = useRef<Promise<unknown>>(Promise.resolve());
  // one after the other: an undo asked for while an edit is on its way takes back that edit
  const queue = useCallback(<T,>(work: () => Promise<T>): Promise<T> => {
    const next = line.current.then(work);
    line.current = next;
    return next;
  }, []);

  const own = useOwnEdits(stamp);
  const { sent, ended } = own;

  const store = useCallback(
    (send: (origin: EditOrigin) => Promise<EditAnswer>, changes: readonly Change[] = []) => {
      const origin = { id: crypto.randomUUID(), seen: shown.current };
      sent(origin.id, changes);
      return queue(async () => {
        const answer = await certain(() => send(origin), setNotice);
        ended(origin.id, answer.ok ? answer.value : undefined);
        if (answer.ok) {
          past.current.push(answer.value);
          future.current = [];
          signals.stored(answer.value);
          setNotice(undefined);
          count();
        } else if (answer.code === "conflict") router.refresh();
        return answer;
      });
    },
    [count, router, queue, signals, sent, ended],
  );
  const commit = useCallback(
    (changes: readonly Change[]) => store((origin) => editDraft({ ...origin, changes }), changes),
    [store],
  );
  const rename = useCallback(
    (renaming: Renaming) => store((origin) => renameInDraft({ ...origin, renaming })),
    [store],
  );

  const move = useCallback(
    (from: typeof past, to: typeof past) =>
      queue(async () => {
        const step = from.current.at(-1);
        if (!step) return;
        // it is of the state the step made: what was stored since is gone through by the server
        const back = { id: crypto.randomUUID(), seen: step.stamp, changes: inverse(step.changes) };
        const answer = await certain(() => editDraft(back), setNotice);
        ended(back.id, answer.ok ? answer.value : undefined);
        if (answer.ok) {
          from.current.pop();
          to.current.push(answer.value);
          signals.stored(answer.value);
        }
        // a step that could not be taken back stays: it can be tried again
        setNotice(answer.ok ? undefined : `Not undone: ${answer.text}`);
        count();
      }),
    [count, queue, signals, ended],
  );
  const undo = useCallback(() => {
    tell(undefined);
    void move(past, future);
  }, [move, tell]);
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
      edit: store,
      rename,
      undo,
      redo,
      canUndo: depth.past > 0,
      canRedo: depth.future > 0,
      notice,
      told,
      tell,
    }),
    [mayEdit, signals, habits, commit, store, rename, undo, redo, depth, notice, told, tell],
  );
  return (
    <Context value={value}>
      <OwnEditsContext value={own.changes}>{children}</OwnEditsContext>
    </Context>
  );
}
