import "server-only";
import { load } from "@/server/load";
import { findRecords, type FoundRecord } from "@/server/services/find-records";

export type { FoundRecord };

/** Records that a text finds. */
export function loadFound(text: string): Promise<FoundRecord[]> {
  return load(({ db }) => findRecords(db, text));
}
