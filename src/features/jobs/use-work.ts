"use client";

import { useCallback, useEffect, useState } from "react";
import type { ShownJob } from "./load";

const OFTEN_MS = 1000;
const SELDOM_MS = 20_000;

const isOpen = ({ state }: ShownJob) => state === "waiting" || state === "running";

/** Work that goes on, asked for every second while there is any, now and then otherwise. */
export function useWork(first: readonly ShownJob[]): readonly ShownJob[] {
  const [jobs, setJobs] = useState(first);
  const [known, setKnown] = useState(first);
  // the page was read anew: somebody may just have started something
  if (known !== first) {
    setKnown(first);
    setJobs(first);
  }
  const ask = useCallback(async () => {
    try {
      const response = await fetch("/work");
      if (response.ok) setJobs((await response.json()) as ShownJob[]);
    } catch {
      // the next time
    }
  }, []);
  const goesOn = jobs.some(isOpen);
  useEffect(() => {
    const timer = setInterval(() => void ask(), goesOn ? OFTEN_MS : SELDOM_MS);
    return () => clearInterval(timer);
  }, [ask, goesOn]);
  return jobs;
}
