import { sql } from "drizzle-orm";
import type { Database } from "@/db/connect";
import { rateLimit } from "@/db/schema";

const WINDOW_MS = 60_000;
const MOST = 8;

/**
 * Counts a try to sign in for an e-mail address; false from the ninth within a minute. Beside the limit by network
 * address, which somebody behind many addresses gets round.
 */
export async function allowAttempt(db: Database, email: string, now: Date): Promise<boolean> {
  const key = `email:${email.slice(0, 254)}`;
  const time = now.getTime();
  const fresh = sql`${rateLimit.lastRequest} < ${time - WINDOW_MS}`;
  const [row] = await db
    .insert(rateLimit)
    .values({ id: key, key, count: 1, lastRequest: time })
    .onConflictDoUpdate({
      target: rateLimit.key,
      set: {
        count: sql`case when ${fresh} then 1 else ${rateLimit.count} + 1 end`,
        lastRequest: sql`case when ${fresh} then ${time}::bigint else ${rateLimit.lastRequest} end`,
      },
    })
    .returning({ count: rateLimit.count });
  return (row?.count ?? 1) <= MOST;
}
