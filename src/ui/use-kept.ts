"use client";

import { useCallback, useSyncExternalStore } from "react";

const changed = "wallodrom-kept";

/** A text kept on this machine under a key; it survives a reload and is the same in all tabs. */
export function useKept(key: string, initial: string): readonly [string, (next: string) => void] {
  const read = useCallback(() => {
    try {
      return localStorage.getItem(key) ?? initial;
    } catch {
      return initial;
    }
  }, [key, initial]);
  const value = useSyncExternalStore(subscribe, read, () => initial);
  const keep = useCallback(
    (next: string) => {
      try {
        localStorage.setItem(key, next);
      } catch {
        // a browser that keeps nothing forgets it with the page
      }
      window.dispatchEvent(new Event(changed));
    },
    [key],
  );
  return [value, keep];
}

function subscribe(tell: () => void): () => void {
  for (const event of [changed, "storage"]) window.addEventListener(event, tell);
  return () => {
    for (const event of [changed, "storage"]) window.removeEventListener(event, tell);
  };
}
