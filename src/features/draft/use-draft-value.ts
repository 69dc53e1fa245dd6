"use client";

import { useEffect, useRef, useState } from "react";
import type { Json } from "@/core/setup/path";
import type { Committed } from "@/ui/fields/commit";
import { changeAt } from "./draft-fields";
import { useDraft } from "./draft-provider";
import { isUnfinished } from "./unfinished";
import { useKeptUnfinished } from "./use-unfinished";

/** What somebody set here, from when it was sent until the page shows it as the draft's. */
interface Sent<T> {
  readonly to: T | undefined;
  /** How many edits are under way. */
  readonly waiting: number;
  /** What the page showed when the last of them was stored. */
  readonly over: T | undefined;
}

/**
 * A value at a path that several fields make together. What is set counts at once, so that the next field builds on it
 * and not on what the page showed before; a refusal brings back what is stored. `onTyping` tells of a value that is being
 * typed, with nothing when typing is over. A value with an amount still to be typed stays here until it is.
 */
export function useDraftValue<T>(path: string, stored: T | undefined) {
  const { signals, commit } = useDraft();
  const [sent, setSent] = useState<Sent<T>>();
  const shown = useRef(stored);
  useEffect(() => {
    shown.current = stored;
  }, [stored]);
  const [unfinished, keep] = useKeptUnfinished<T>(path);
  const value = sent && (sent.waiting > 0 || sent.over === stored) ? sent.to : stored;
  const from = value as Json | undefined;
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
      setSent((before) => ({ to, waiting: (before?.waiting ?? 0) + 1, over: stored }));
      const answer = await commit([changeAt(path, from, to as Json | undefined)]);
      if (!answer.ok) {
        setSent(undefined);
        return { ok: false, text: answer.text, conflict: answer.code === "conflict" };
      }
      keep(undefined);
      // as it was stored: what is set next is held against that
      const kept = answer.value.changes[0]?.to as T | undefined;
      setSent((before) => {
        if (!before) return undefined;
        const waiting = before.waiting - 1;
        return { to: waiting === 0 ? kept : before.to, waiting, over: shown.current };
      });
      return { ok: true };
    },
    onTyping: (to: T | undefined) =>
      signals.type(to === undefined || isUnfinished(to) ? [] : [changeAt(path, from, to as Json)]),
    isUnfinished: unfinished !== undefined,
    discard: () => keep(undefined),
  };
}
