import "server-only";
import { load } from "@/server/load";
import { workGoingOn } from "@/server/services/jobs";
import { shownJob, type ShownJob } from "@/server/services/shown-job";

export type { ShownJob };

/** Work that goes on, and what ended within a day, the newest first; what the product does by itself only while it goes on. */
export function loadWork(): Promise<ShownJob[]> {
  return load(async ({ db, now }) => {
    const rows = await workGoingOn(db, now);
    return rows
      .filter(({ whoId, state }) => whoId !== null || state === "running")
      .map((row) => shownJob(row, now));
  });
}
