import type { z } from "zod";
import type { PooledDatabase } from "@/db/connect";
import type { QueueName } from "@/db/queue";
import type { By } from "@/db/queries/activity";

/** What a job is done with. */
export interface JobRun<D> {
  readonly data: D;
  readonly db: PooledDatabase;
  /** On whose behalf. */
  readonly by: By;
  /** Aborted when somebody cancels it, or another has taken it up. */
  readonly signal: AbortSignal;
  /** Tells how far it is, of how much as far as that is known, and what it comes to so far. */
  readonly progress: (done: number, total?: number, soFar?: () => unknown) => void;
}

/** A kind of long work. It may be begun again from the start at any time: what it stores is stored at once, or not at all. */
export interface JobKind<D, R> {
  readonly queue: QueueName;
  readonly data: z.ZodType<D>;
  readonly run: (run: JobRun<D>) => Promise<R>;
}

/** Thrown by a job that can't be done, with a code that is worded when it is shown. */
export class JobFailure extends Error {
  constructor(readonly code: string) {
    super(code);
  }
}
