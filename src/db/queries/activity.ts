import { desc, eq } from "drizzle-orm";
import { activity } from "../schema";
import type { Database } from "../connect";
import { appendRows } from "./bulk";

/** Who does something: a person by id, or the product itself, or whoever an API key was given to. */
export interface Actor {
  readonly id: string | null;
  /** What they were called when they did it; a person is shown by their present name. */
  readonly name: string;
}

/** Who acts, and when. */
export interface By {
  readonly who: Actor;
  readonly now: Date;
}

export interface ActivityNote {
  /** A code; the words are in `messages/`. */
  readonly what: string;
  /** A path: `orders/1042`, `people/ID`, `tariffs/BLR/…`. */
  readonly subject: string;
  readonly from?: unknown;
  readonly to?: unknown;
}

/** Writes what was done into the record, which nobody can change afterwards. */
export async function note(tx: Database, by: By, entry: ActivityNote): Promise<void> {
  await tx.insert(activity).values(rowOf(by, entry));
}

/** Like `note`, for many at once. */
export async function noteAll(tx: Database, by: By, entries: readonly ActivityNote[]): Promise<void> {
  if (entries.length > 0)
    await appendRows(
      tx,
      activity,
      entries.map((entry) => rowOf(by, entry)),
    );
}

function rowOf({ who, now }: By, { what, subject, from, to }: ActivityNote) {
  return {
    at: now.toISOString(),
    whoId: who.id,
    who: who.name,
    what,
    subject,
    from: from ?? null,
    to: to ?? null,
  };
}

/** What happened to an order, the newest first. */
export async function orderHistory(db: Database, number: string) {
  return db
    .select()
    .from(activity)
    .where(eq(activity.subject, `orders/${number}`))
    .orderBy(desc(activity.at))
    .limit(50);
}
