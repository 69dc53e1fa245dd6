"use client";

import { useMemo } from "react";
import type { Json } from "@/core/setup/path";
import { withChanges } from "@/core/setup/with-changes";
import type { Committed } from "@/ui/fields/commit";
import { changeAt } from "./draft-fields";
import { useDraft } from "./draft-provider";
import { useOwnChanges } from "./own-edits";
import { isUnfinished } from "./unfinished";
import { useKeptUnfinished } from "./use-unfinished";

/**
 * A value at a path that several fields make together. What is set on this screen counts at once, of the value, within it
 * or of what holds it, so that the next field builds on it and not on what the page showed before; a refusal brings back
 * what is stored. `onTyping` tells of a value that is being typed, with nothing when typing is over. A value with an amount
 * still to be typed stays here until it is.
 */
export function useDraftValue<T>(path: string, stored: T | undefined) {
  const { signals, commit } = useDraft();
  const own = useOwnChanges();
  const [unfinished, keep] = useKeptUnfinished<T>(path);
  const from = useMemo(() => withChanges(path, stored as Json | undefined, own), [path, stored, own]);
  const value = from as T | undefined;
  return {
    value: unfinished ?? value,
    onCommit: async (to: T | undefined): Promise<Committed> => {
      if (isUnfinished(to)) {
        keep(to);
        return { ok: true };
      }
      if (to === undefined && value === undefined) {
        // what was begun here and never stored is given up
        keep(undefined);
        return { ok: true };
      }
      const answer = await commit([changeAt(path, from, to as Json | undefined)]);
      if (!answer.ok) return { ok: false, text: answer.text, conflict: answer.code === "conflict" };
      keep(undefined);
      return { ok: true };
    },
    onTyping: (to: T | undefined) =>
      signals.type(to === undefined || isUnfinished(to) ? [] : [changeAt(path, from, to as Json)]),
    isUnfinished: unfinished !== undefined,
    discard: () => keep(undefined),
  };
}
