import "server-only";
import { asc } from "drizzle-orm";
import type { Database, PooledDatabase } from "@/db/connect";
import { note, type By } from "@/db/queries/activity";
import { originAliases } from "@/db/schema";
import { inTransaction } from "../in-transaction";
import { done, type Result } from "../result";

export interface OriginAlias {
  readonly platform: string;
  readonly theirs: string;
  readonly origin: string;
}

/** What selling platforms call our origins. */
export async function listAliases(db: Database): Promise<OriginAlias[]> {
  return db.select().from(originAliases).orderBy(asc(originAliases.platform), asc(originAliases.theirs));
}

/** Keeps what a platform calls our origins; a name it used for another origin before moves. */
export async function keepAliases(
  db: PooledDatabase,
  aliases: readonly OriginAlias[],
  by: By,
): Promise<Result<undefined>> {
  return inTransaction(db, async (tx) => {
    for (const { platform, theirs, origin } of aliases) {
      await tx
        .insert(originAliases)
        .values({ platform, theirs, origin })
        .onConflictDoUpdate({ target: [originAliases.platform, originAliases.theirs], set: { origin } });
      await note(tx, by, {
        what: "alias-kept",
        subject: `origins/${encodeURIComponent(origin)}/aliases/${encodeURIComponent(platform)}`,
        to: { value: theirs },
      });
    }
    return done(undefined);
  });
}
