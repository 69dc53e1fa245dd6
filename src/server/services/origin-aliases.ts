import "server-only";
import { asc } from "drizzle-orm";
import type { Database } from "@/db/connect";
import { note } from "@/db/queries/orders";
import { originAliases } from "@/db/schema";
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
  db: Database,
  aliases: readonly OriginAlias[],
  who: string,
  now: Date,
): Promise<Result<undefined>> {
  return db.transaction(async (transaction) => {
    const tx = transaction as Database;
    for (const { platform, theirs, origin } of aliases) {
      await tx
        .insert(originAliases)
        .values({ platform, theirs, origin })
        .onConflictDoUpdate({ target: [originAliases.platform, originAliases.theirs], set: { origin } });
      await note(tx, {
        at: now.toISOString(),
        who,
        what: "alias-kept",
        subject: `origins/${encodeURIComponent(origin)}/aliases/${encodeURIComponent(platform)}`,
        to: { value: theirs },
      });
    }
    return done(undefined);
  });
}
