import { lt } from "drizzle-orm";
import type { Database } from "@/db/connect";
import { usedCodes } from "@/db/schema";
import { digest } from "./token";

/** Longer than any code is valid (RFC 6238: a step of 30 seconds, one before and one after). */
const KEPT_MS = 5 * 60_000;

/** Takes a one-time code: false when this person has used it before. Of two at once one gets it. */
export async function takeCode(db: Database, userId: string, code: string, now: Date): Promise<boolean> {
  await db.delete(usedCodes).where(lt(usedCodes.usedAt, new Date(now.getTime() - KEPT_MS)));
  const taken = await db
    .insert(usedCodes)
    .values({ userId, code: digest(`${userId} ${code}`), usedAt: now })
    .onConflictDoNothing()
    .returning({ userId: usedCodes.userId });
  return taken.length === 1;
}
