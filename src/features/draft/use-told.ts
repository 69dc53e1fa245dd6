"use client";

import { useCallback, useEffect, useState } from "react";

const SHOWN_MS = 10_000;

/** What has just been done, in words, for ten seconds. */
export function useTold() {
  const [told, setTold] = useState<{ readonly text: string }>();
  useEffect(() => {
    if (!told) return;
    const timer = setTimeout(() => setTold(undefined), SHOWN_MS);
    return () => clearTimeout(timer);
  }, [told]);
  const tell = useCallback(
    (text: string | undefined) => setTold(text === undefined ? undefined : { text }),
    [],
  );
  return { told: told?.text, tell };
}
