import "server-only";
import { jobFailure, jobName } from "@/messages/job-words";
import type { JobRow } from "./jobs";

/** A piece of long work as the head of a page shows it. */
export interface ShownJob {
  readonly id: string;
  readonly name: string;
  readonly who: string;
  readonly state: "waiting" | "running" | "done" | "failed" | "cancelled";
  readonly done: number;
  readonly total: number | undefined;
  /** Seconds left, as far as it can be told by how long it took so far. */
  readonly left: number | undefined;
  readonly failure: string | undefined;
  /** Where its result is. */
  readonly href: string | undefined;
}

/** Where the result of work is looked at. */
const pages: Readonly<Record<string, (id: string, result: unknown) => string | undefined>> = {
  replay: (id) => `/gate/replay/${id}`,
  "charge-orders": (id) => `/orders/~many/${id}`,
  "confirm-orders": (id) => `/orders/~many/${id}`,
  "cheaper-services": (id) => `/recovery/cheaper?work=${id}`,
  "next-table": (id) => `/recovery/new-table?work=${id}`,
  "take-bill": (_, result) => {
    const bill = (result as { id?: unknown } | null)?.id;
    return typeof bill === "string" ? `/recovery/bills/${bill}` : undefined;
  },
};

/** A piece of long work in words. */
export function shownJob(row: JobRow, now: Date): ShownJob {
  const { id, kind, who, state, done, total, startedAt, failure } = row;
  const code = (failure as { code?: string } | null)?.code;
  return {
    id,
    name: jobName(kind),
    who,
    state: state as ShownJob["state"],
    done,
    total: total ?? undefined,
    left:
      state === "running" && startedAt !== null
        ? secondsLeft(done, total, now.getTime() - Date.parse(startedAt))
        : undefined,
    failure: code === undefined ? undefined : jobFailure(code),
    href: pages[kind]?.(id, row.result),
  };
}

function secondsLeft(done: number, total: number | null, took: number): number | undefined {
  if (total === null || done === 0) return undefined;
  return Math.max(1, Math.round(((took / done) * (total - done)) / 1000));
}
