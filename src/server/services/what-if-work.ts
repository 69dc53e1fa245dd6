import "server-only";
import { lastDone, type JobRow } from "@/db/queries/jobs";
import type { Database } from "@/db/connect";
import type { Months } from "@/db/queries/result-figures";
import { jobOf } from "./jobs";

export type { SavingsResult } from "../jobs/cheaper-services";
export type { TableResult } from "../jobs/next-table";

const UUID = /^[0-9a-f-]{36}$/;

/** Work over past shipments with its months and what it came to, or comes to so far; without an id the last that was done. */
export async function workOf<R>(
  db: Database,
  kind: "cheaper-services" | "next-table",
  id: string | undefined,
): Promise<{ row: JobRow; months: Months; result: R | undefined } | undefined> {
  const row = id === undefined ? await lastDone(db, kind) : UUID.test(id) ? await jobOf(db, id) : undefined;
  if (row?.kind !== kind) return undefined;
  const { from, to } = row.data as Months;
  const isShown = row.state === "done" || row.state === "running";
  return {
    row,
    months: { from, to },
    result: isShown && row.result !== null ? (row.result as R) : undefined,
  };
}
