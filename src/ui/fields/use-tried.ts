"use client";

import { useState } from "react";
import type { Committed } from "./commit";

/** Commits from fields that keep no trouble of their own (a list to choose from, a button), so that no refusal is silent. */
export function useTried() {
  const [trouble, setTrouble] = useState<string>();
  const tried = (sent: Promise<Committed>) =>
    void sent.then((result) => setTrouble(result.ok ? undefined : result.text));
  return { trouble, tried };
}
