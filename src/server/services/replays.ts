import "server-only";
import type { Database } from "@/db/connect";
import { lastDone } from "@/db/queries/jobs";
import type { NumberedMove, ReplayResult } from "../jobs/replay-orders";

export type { NumberedMove, ReplayResult };

/** The last replay that came to its end; `undefined` before there is one. */
export async function lastReplay(
  db: Database,
): Promise<
  { readonly id: string; readonly result: ReplayResult; readonly endedAt: string | undefined } | undefined
> {
  const row = await lastDone(db, "replay");
  return row && { id: row.id, result: row.result as ReplayResult, endedAt: row.endedAt ?? undefined };
}
