"use client";

import { useCallback, useSyncExternalStore } from "react";
import type { Committed } from "@/ui/fields/commit";
import { isUnfinished, onUnfinished, recallUnfinished, rememberUnfinished } from "./unfinished";

/** A value that has figures still to be typed, by its place, as long as the browser's tab is open. */
export function useKeptUnfinished<T>(path: string) {
  const value = useSyncExternalStore(
    onUnfinished,
    () => recallUnfinished(path) as T | undefined,
    () => undefined,
  );
  const keep = useCallback((next: T | undefined) => rememberUnfinished(path, next), [path]);
  return [value, keep] as const;
}

/**
 * Something new that is stored when all its amounts are typed: until then it is on this screen alone. `store` puts the
 * finished one in; a refusal leaves it here, as it was typed.
 */
export function useNewMember<T>(path: string, store: (value: T) => Promise<Committed>) {
  const [value, keep] = useKeptUnfinished<T>(path);
  const onCommit = async (next: T | undefined): Promise<Committed> => {
    if (next === undefined || isUnfinished(next)) {
      keep(next);
      return { ok: true };
    }
    const answer = await store(next);
    if (answer.ok) keep(undefined);
    return answer;
  };
  return { value, begin: keep, discard: () => keep(undefined), onCommit, onTyping: () => undefined };
}
