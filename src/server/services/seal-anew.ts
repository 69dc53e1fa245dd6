import "server-only";
import { eq } from "drizzle-orm";
import type { Database, PooledDatabase } from "@/db/connect";
import { carrierSecrets, connectionSettings, webhooks } from "@/db/schema";
import { connectionPlace } from "../carriers/connection-settings";
import { inTransaction } from "../in-transaction";
import { done, failed, type Result } from "../result";
import { isCurrent, seal, unseal, type SecretKeys } from "../secrets/seal";
import { webhookPlace } from "../webhooks/webhooks";
import { secretPlace } from "./carrier-secrets";

/** Seals everything with the current key that was sealed with a former one, all or nothing. */
export function sealAnew(db: PooledDatabase, keys: SecretKeys): Promise<Result<{ count: number }>> {
  return inTransaction(db, async (tx) => {
    const rows = await tx.select().from(carrierSecrets).for("update");
    const old = rows.filter(({ sealed }) => !isCurrent(sealed, keys));
    for (const { id, sealed } of old) {
      const place = secretPlace(id);
      const text = opened(sealed, keys, place);
      if (text === undefined) return failed("invalid");
      await tx
        .update(carrierSecrets)
        .set({ sealed: seal(text, keys, place) })
        .where(eq(carrierSecrets.id, id));
    }
    const hooks = await webhooksAnew(tx, keys);
    const connections = await connectionsAnew(tx, keys);
    if (hooks === undefined || connections === undefined) return failed("invalid");
    return done({ count: old.length + hooks + connections });
  });
}

/** The same for what messages are signed with; `undefined` where one can't be opened. */
async function webhooksAnew(tx: Database, keys: SecretKeys): Promise<number | undefined> {
  let count = 0;
  for (const { id, secret, formerSecret } of await tx.select().from(webhooks).for("update")) {
    const sealed = [secret, formerSecret].filter((one) => one !== null);
    if (sealed.every((one) => isCurrent(one, keys))) continue;
    const texts = sealed.map((one) => opened(one, keys, webhookPlace(id)));
    if (texts.includes(undefined)) return undefined;
    const [now = secret, former = null] = texts.map((text) => seal(text ?? "", keys, webhookPlace(id)));
    await tx.update(webhooks).set({ secret: now, formerSecret: former }).where(eq(webhooks.id, id));
    count += sealed.length;
  }
  return count;
}

/** The same for what carriers' systems are asked with. */
async function connectionsAnew(tx: Database, keys: SecretKeys): Promise<number | undefined> {
  let count = 0;
  for (const { connection, secrets, formerSecrets } of await tx
    .select()
    .from(connectionSettings)
    .for("update")) {
    const place = connectionPlace(connection);
    const old = [secrets, formerSecrets].filter((one) => one !== null);
    if (old.every((one) => isCurrent(one, keys))) continue;
    const anew = (sealed: string | null) => {
      const text = sealed === null ? undefined : opened(sealed, keys, place);
      return text === undefined ? null : seal(text, keys, place);
    };
    const next = { secrets: anew(secrets), formerSecrets: anew(formerSecrets) };
    if ([next.secrets, next.formerSecrets].filter((one) => one !== null).length < old.length)
      return undefined;
    await tx.update(connectionSettings).set(next).where(eq(connectionSettings.connection, connection));
    count += old.length;
  }
  return count;
}

function opened(sealed: string, keys: SecretKeys, place: string): string | undefined {
  try {
    return unseal(sealed, keys, place);
  } catch {
    return undefined;
  }
}
