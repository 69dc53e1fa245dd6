import "server-only";
import { createHash, randomBytes } from "node:crypto";
import { and, asc, eq, isNull, sql } from "drizzle-orm";
import type { Database } from "@/db/connect";
import { note } from "@/db/queries/orders";
import { apiKeys } from "@/db/schema";
import { done, failed, type Result } from "../result";
import type { Deed } from "./people";

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

export interface ListedKey {
  readonly id: string;
  readonly name: string;
  readonly scopes: readonly string[];
  readonly createdAt: string;
  readonly lastUsedAt: string | null;
  readonly revokedAt: string | null;
}

/** All keys there ever were, those that work first. */
export async function listApiKeys(db: Database): Promise<ListedKey[]> {
  const rows = await db
    .select()
    .from(apiKeys)
    .orderBy(sql`${apiKeys.revokedAt} is not null`, asc(apiKeys.name));
  return rows.map(({ id, name, scopes, createdAt, lastUsedAt, revokedAt }) => ({
    id,
    name,
    scopes,
    createdAt: createdAt.toISOString(),
    lastUsedAt: lastUsedAt?.toISOString() ?? null,
    revokedAt: revokedAt?.toISOString() ?? null,
  }));
}

/** Makes a key for a person who asks for one, and notes it. The key is only in the answer. */
export async function issueApiKey(
  db: Database,
  { name, scopes }: { readonly name: string; readonly scopes: readonly string[] },
  { who, now }: Deed,
): Promise<Result<{ key: string }>> {
  const key = await createApiKey(db, name, scopes);
  await note(db, {
    at: now.toISOString(),
    who,
    what: "key-made",
    subject: `api-keys/${digest(key).slice(0, 12)}`,
    to: { value: `${name}: ${scopes.join(", ")}` },
  });
  return done({ key });
}

/** A key works no longer from this moment on. */
export async function revokeApiKey(db: Database, id: string, { who, now }: Deed): Promise<Result<undefined>> {
  const [gone] = await db
    .update(apiKeys)
    .set({ revokedAt: now })
    .where(and(eq(apiKeys.id, id), isNull(apiKeys.revokedAt)))
    .returning({ name: apiKeys.name });
  if (!gone) return failed("not-found");
  await note(db, {
    at: now.toISOString(),
    who,
    what: "key-revoked",
    subject: `api-keys/${id}`,
    from: { value: gone.name },
  });
  return done(undefined);
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
