import "server-only";
import { createHash, randomBytes } from "node:crypto";
import { eq } from "drizzle-orm";
import type { Database } from "@/db/connect";
import { apiKeys } from "@/db/schema";

export interface ApiKey {
  readonly id: string;
  readonly scopes: readonly string[];
}

const digest = (key: string) => createHash("sha256").update(key).digest("hex");

/** Makes a key and stores its hash; the key itself is only in the answer. */
export async function createApiKey(
  db: Database,
  name: string,
  scopes: readonly string[],
  key = `wd_${randomBytes(24).toString("base64url")}`,
): Promise<string> {
  const hash = digest(key);
  await db
    .insert(apiKeys)
    .values({ id: hash.slice(0, 12), name, hash, scopes: [...scopes] })
    .onConflictDoNothing();
  return key;
}

const LAST_USE_EVERY_MS = 60_000;

/** The key's record, or `undefined` for one that is unknown or revoked. Notes its use, at most once a minute. */
export async function findApiKey(db: Database, key: string, now: Date): Promise<ApiKey | undefined> {
  const [found] = await db
    .select()
    .from(apiKeys)
    .where(eq(apiKeys.hash, digest(key)));
  if (!found || found.revokedAt !== null) return undefined;
  if (!found.lastUsedAt || now.getTime() - found.lastUsedAt.getTime() > LAST_USE_EVERY_MS)
    await db.update(apiKeys).set({ lastUsedAt: now }).where(eq(apiKeys.id, found.id));
  return { id: found.id, scopes: found.scopes };
}
