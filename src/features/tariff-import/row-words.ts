import type { ReadRow } from "@/core/tariff-files/thread";
import { rowFaultSentence } from "@/messages/row-fault-sentence";

export const verdictWords: Readonly<Record<ReadRow["verdict"], string>> = {
  refused: "refused",
  changed: "changed",
  new: "new",
  same: "unchanged",
};

/** Why a row is refused, or the rate it replaces. */
export function rowWhy({ fault, before }: ReadRow): string {
  if (fault) return rowFaultSentence(fault);
  return before === undefined ? "" : `instead of ${before}`;
}
