"use client";

import { useCallback, useRef, useState } from "react";
import type { completeItems } from "./actions";
import { whatNext } from "./what-next";
import type { TrialWords } from "./trial-text";

/** A text that could stand from a place of the line on. */
export interface Completion {
  readonly text: string;
  readonly about: string;
  readonly from: number;
}

const none: readonly Completion[] = [];

/** What could come next in a line: items of the catalogue before "to", channels and the like after the place. */
export function useCompletion(words: TrialWords, items: typeof completeItems) {
  const [completions, setCompletions] = useState(none);
  const asked = useRef(0);
  const close = useCallback(() => {
    asked.current++;
    setCompletions(none);
  }, []);
  const ask = useCallback(
    (before: string) => {
      const question = ++asked.current;
      const next = whatNext(before, words);
      if (next.kind === "words") return setCompletions(next.completions);
      if (next.text === "") return setCompletions(none);
      items(next.text)
        .then((answer) => {
          if (question !== asked.current || !answer.ok) return;
          setCompletions(answer.value.map(({ sku, name }) => ({ text: sku, about: name, from: next.from })));
        })
        .catch(() => setCompletions(none));
    },
    [words, items],
  );
  return { completions, ask, close };
}
