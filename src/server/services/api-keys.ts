import "server-only";
import { and, asc, eq, isNull, sql } from "drizzle-orm";
import type { Database, PooledDatabase } from "@/db/connect";
import { note, type By } from "@/db/queries/activity";
import { apiKeys } from "@/db/schema";
import { digest, freshToken } from "../auth/token";
import { inTransaction } from "../in-transaction";
import { done, failed, type Result } from "../result";

/** Makes a key and stores its hash; the key itself is only in the answer. */
export async function createApiKey(
  db: Database,
  name: string,
  scopes: readonly string[],
  key = `wd_${freshToken()}`,
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
  db: PooledDatabase,
  { name, scopes }: { readonly name: string; readonly scopes: readonly string[] },
  by: By,
): Promise<Result<{ key: string }>> {
  return inTransaction(db, async (tx) => {
    const key = await createApiKey(tx, name, scopes);
    await note(tx, by, {
      what: "key-made",
      subject: `api-keys/${digest(key).slice(0, 12)}`,
      to: { value: `${name}: ${scopes.join(", ")}` },
    });
    return done({ key });
  });
}

/** A key works no longer from this moment on. */
export async function revokeApiKey(db: PooledDatabase, id: string, by: By): Promise<Result<undefined>> {
  return inTransaction(db, async (tx) => {
    const [gone] = await tx
      .update(apiKeys)
      .set({ revokedAt: by.now })
      .where(and(eq(apiKeys.id, id), isNull(apiKeys.revokedAt)))
      .returning({ name: apiKeys.name });
    if (!gone) return failed("not-found");
    await note(tx, by, { what: "key-revoked", subject: `api-keys/${id}`, from: { value: gone.name } });
    return done(undefined);
  });
}
