"use client";

import { useCallback, useEffect, useState } from "react";

const SHOWN_MS = 10_000;

export interface Told {
  readonly text: string;
  /** Whether it is the last edit, which undo takes back. */
  readonly isEdit: boolean;
}

/** What has just been done, in words, for ten seconds. */
export function useTold() {
  const [told, setTold] = useState<Told>();
  useEffect(() => {
    if (!told) return;
    const timer = setTimeout(() => setTold(undefined), SHOWN_MS);
    return () => clearTimeout(timer);
  }, [told]);
  const tell = useCallback(
    (text: string | undefined, isEdit = true) => setTold(text === undefined ? undefined : { text, isEdit }),
    [],
  );
  return { told, tell };
}
