"use client";

import { useEffect, useRef, useState } from "react";
import type { Json } from "@/core/setup/path";
import type { Committed } from "@/ui/fields/commit";
import { changeAt } from "./draft-fields";
import { useDraft } from "./draft-provider";

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
 * typed, with nothing when typing is over.
 */
export function useDraftValue<T>(path: string, stored: T | undefined) {
  const { signals, commit } = useDraft();
  const [sent, setSent] = useState<Sent<T>>();
  const shown = useRef(stored);
  useEffect(() => {
    shown.current = stored;
  }, [stored]);
  const value = sent && (sent.waiting > 0 || sent.over === stored) ? sent.to : stored;
  const from = value as Json | undefined;
  return {
    value,
    onCommit: async (to: T | undefined): Promise<Committed> => {
      setSent((before) => ({ to, waiting: (before?.waiting ?? 0) + 1, over: stored }));
      const answer = await commit([changeAt(path, from, to as Json | undefined)]);
      if (!answer.ok) {
        setSent(undefined);
        return { ok: false, text: answer.text, conflict: answer.code === "conflict" };
      }
      // as it was stored: what is set next is held against that
      const kept = answer.value.changes[0]?.to as T | undefined;
      setSent((before) => {
        if (!before) return undefined;
        const waiting = before.waiting - 1;
        return { to: waiting === 0 ? kept : before.to, waiting, over: shown.current };
      });
      return { ok: true };
    },
    onTyping: (to: T | undefined) => signals.type(to === undefined ? [] : [changeAt(path, from, to as Json)]),
  };
}
