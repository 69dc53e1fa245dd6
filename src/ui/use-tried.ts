"use client";

import { useKept } from "./use-kept";

/** Whether somebody at this machine has seen what an order would be charged; trying one stores nothing else. */
export function useTried(): readonly [isTried: boolean, keep: () => void] {
  const [kept, keep] = useKept("tried an order", "no");
  return [kept === "yes", () => keep("yes")];
}
