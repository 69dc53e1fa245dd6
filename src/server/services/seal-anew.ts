import "server-only";
import { eq } from "drizzle-orm";
import type { PooledDatabase } from "@/db/connect";
import { carrierSecrets } from "@/db/schema";
import { inTransaction } from "../in-transaction";
import { done, failed, type Result } from "../result";
import { isCurrent, seal, unseal, type SecretKeys } from "../secrets/seal";
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
    return done({ count: old.length });
  });
}

function opened(sealed: string, keys: SecretKeys, place: string): string | undefined {
  try {
    return unseal(sealed, keys, place);
  } catch {
    return undefined;
  }
}
