import "server-only";
import type { CodeNow } from "@/core/orders/stand";
import type { Database } from "@/db/connect";
import { renamesAfter } from "@/db/queries/revisions";

/** Kept for so many pairs of revisions: between two nothing changes any more. */
const MOST_KEPT = 200;
const kept = new Map<string, CodeNow>();

const same: CodeNow = (_, code) => code;

/** What codes of one revision are called in another, later one. */
export async function codesNow(db: Database, from: number | undefined, to: number): Promise<CodeNow> {
  if (from === undefined || from >= to) return same;
  const key = `${from} ${to}`;
  const known = kept.get(key);
  if (known) return known;
  const renames = await renamesAfter(db, from, to);
  const made: CodeNow = (list, code) =>
    renames.reduce((now, one) => (one.list === list && one.from === now ? one.to : now), code);
  if (kept.size >= MOST_KEPT) kept.clear();
  kept.set(key, made);
  return made;
}
