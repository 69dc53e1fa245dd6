"use client";

import { useCallback, useMemo, useSyncExternalStore } from "react";
import type { TableTrial } from "@/core/tariffs/table-trial";

const MOST = 8;
const changed = "wallodrom-trials";

/** The trials pinned to a tariff on this machine; they survive a reload. */
export function useTrials(tariff: string) {
  const key = `trials ${tariff}`;
  const text = useSyncExternalStore(
    subscribe,
    () => localStorage.getItem(key) ?? "[]",
    () => "[]",
  );
  const trials = useMemo(() => readTrials(text), [text]);
  const store = useCallback(
    (next: readonly TableTrial[]) => {
      localStorage.setItem(key, JSON.stringify(next.slice(-MOST)));
      window.dispatchEvent(new Event(changed));
    },
    [key],
  );
  return { trials, store };
}

function subscribe(tell: () => void): () => void {
  for (const event of [changed, "storage"]) window.addEventListener(event, tell);
  return () => {
    for (const event of [changed, "storage"]) window.removeEventListener(event, tell);
  };
}

/** What was kept may be of another version, or damaged. */
function readTrials(text: string): TableTrial[] {
  try {
    const kept: unknown = JSON.parse(text);
    if (!Array.isArray(kept)) return [];
    return kept.flatMap((one: Partial<TableTrial>) =>
      typeof one.zone === "string" && typeof one.value === "string" && /^\d+(\.\d+)?$/.test(one.value)
        ? [{ zone: one.zone, value: one.value, ...(typeof one.page === "number" ? { page: one.page } : {}) }]
        : [],
    );
  } catch {
    return [];
  }
}
