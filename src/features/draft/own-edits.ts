"use client";

import { createContext, useCallback, useContext, useEffect, useMemo, useRef, useState } from "react";
import type { Change } from "@/core/setup/inverse";
import type { StoredEdit } from "./answer";

/** An edit made on this screen; without a stamp it is on its way. */
interface OwnEdit {
  readonly id: string;
  readonly changes: readonly Change[];
  readonly stamp?: number;
}

/** What was changed on this screen and is not in what the page shows yet, in the order it was sent. */
export const OwnEditsContext = createContext<readonly Change[]>([]);

export function useOwnChanges(): readonly Change[] {
  return useContext(OwnEditsContext);
}

/** Keeps this screen's edits from when they are sent until the page is as of a state that has them. */
export function useOwnEdits(stamp: number) {
  const [edits, setEdits] = useState<readonly OwnEdit[]>([]);
  const shown = useRef(stamp);
  useEffect(() => {
    shown.current = stamp;
  }, [stamp]);
  const sent = useCallback((id: string, changes: readonly Change[]) => {
    setEdits((list) => [...list.filter((edit) => isAhead(edit, shown.current)), { id, changes }]);
  }, []);
  /** As it was stored; without that it was refused. */
  const ended = useCallback((id: string, stored: StoredEdit | undefined) => {
    setEdits((list) => {
      const others = list.filter((edit) => edit.id !== id);
      if (!stored) return others;
      const at = list.findIndex((edit) => edit.id === id);
      return others.toSpliced(at < 0 ? others.length : at, 0, { id, ...stored });
    });
  }, []);
  const changes = useMemo(
    () => edits.flatMap((edit) => (isAhead(edit, stamp) ? edit.changes : [])),
    [edits, stamp],
  );
  return { changes, sent, ended };
}

/** Whether what the page shows has not got it yet. */
function isAhead({ stamp }: OwnEdit, shown: number): boolean {
  return stamp === undefined || stamp > shown;
}
