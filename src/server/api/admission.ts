import { eq, sql } from "drizzle-orm";
import type { PooledDatabase } from "@/db/connect";
import { apiKeys, setupState } from "@/db/schema";
import { digest } from "../auth/token";
import { liveNumberSql } from "@/db/queries/revisions";
import type { Stamps } from "@/db/queries/setup";
import { secondsUntilCall } from "./call-limit";
import type { ApiAnswer } from "./call";
import { problemAnswer } from "./problem";

/** Somebody who may make a call: by which key, and the state of the data at this moment. */
export interface Admitted extends Pick<Stamps, "catalogue"> {
  /** The revision that is live; `undefined` before a business is set up. */
  readonly live: number | undefined;
  /** The stamp of what is suspended. */
  readonly suspended: number;
  readonly keyId: string;
  readonly keyName: string;
  readonly scopes: readonly string[];
  readonly now: Date;
}

const LAST_USE_EVERY_MS = 60_000;

/** Who calls and what the data's stamps are, in one question to the database: it is asked at each call. */
function questionOf(db: PooledDatabase) {
  return db
    .select({
      id: apiKeys.id,
      scopes: apiKeys.scopes,
      name: apiKeys.name,
      lastUsedAt: apiKeys.lastUsedAt,
      revokedAt: apiKeys.revokedAt,
      live: liveNumberSql.as("live"),
      catalogue: sql<number | null>`(select ${setupState.catalogue} from ${setupState})`,
      suspended: sql<number | null>`(select ${setupState.suspended} from ${setupState})`,
    })
    .from(apiKeys)
    .where(eq(apiKeys.hash, sql.placeholder("hash")))
    .prepare("admission");
}

const questions = new WeakMap<PooledDatabase, ReturnType<typeof questionOf>>();

/** Lets a caller in by their key, or answers why not: 401 without one, 403 without the scope, 429 when they ask too often. */
export async function admit(
  db: PooledDatabase,
  authorization: string | undefined,
  scope: string,
  now: Date,
): Promise<Admitted | ApiAnswer> {
  const [kind, secret] = (authorization ?? "").split(" ");
  const refused = () => problemAnswer(401, { headers: { "www-authenticate": "Bearer" } });
  if (kind?.toLowerCase() !== "bearer" || !secret) return refused();
  let question = questions.get(db);
  if (!question) questions.set(db, (question = questionOf(db)));
  const [key] = await question.execute({ hash: digest(secret) });
  if (!key || key.revokedAt !== null) return refused();
  if (!key.scopes.includes(scope)) return problemAnswer(403, { detail: `The scope “${scope}” is needed.` });
  const seconds = await secondsUntilCall(db, key.id);
  if (seconds > 0) return problemAnswer(429, { headers: { "retry-after": String(seconds) } });
  if (!key.lastUsedAt || now.getTime() - key.lastUsedAt.getTime() > LAST_USE_EVERY_MS)
    await db.update(apiKeys).set({ lastUsedAt: now }).where(eq(apiKeys.id, key.id));
  return {
    keyId: key.id,
    keyName: key.name,
    scopes: key.scopes,
    live: key.live ?? undefined,
    catalogue: key.catalogue ?? 0,
    suspended: key.suspended ?? 0,
    now,
  };
}
