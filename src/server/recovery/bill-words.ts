import "server-only";
import { isDeepStrictEqual } from "node:util";
import { z } from "zod";
import { chargeCode, type BillWords } from "@/core/recovery/bill";
import type { Database, PooledDatabase } from "@/db/connect";
import { note, type By } from "@/db/queries/activity";
import { putBillWords, readBillWords } from "@/db/queries/recovery";
import { inTransaction } from "../in-transaction";
import { done, type Result } from "../result";

const names = z.record(z.string().min(1).max(100), z.string().max(40));

export const billWordsSchema = z.strictObject({
  codes: z.array(chargeCode).max(500),
  services: names,
  zones: names,
});

/** How a carrier's bills are read; nothing is known of one that nobody has said anything of. */
export async function wordsOf(db: Database, carrier: string): Promise<BillWords> {
  const row = await readBillWords(db, carrier);
  return row
    ? billWordsSchema.parse({ codes: row.codes, services: row.services, zones: row.zones })
    : noWords;
}

const noWords: BillWords = { codes: [], services: {}, zones: {} };

/** Says how a carrier's bills are read; bills that are there already stay as they were read. */
export function setBillWords(
  db: PooledDatabase,
  carrier: string,
  words: BillWords,
  by: By,
): Promise<Result<undefined>> {
  return inTransaction(db, async (tx) => {
    const before = await wordsOf(tx, carrier);
    if (isDeepStrictEqual(before, words)) return done(undefined);
    await putBillWords(tx, { carrier, ...words });
    const subject = `carriers/${encodeURIComponent(carrier)}`;
    await note(tx, by, { what: "bill-words-set", subject, from: { ...before }, to: { ...words } });
    return done(undefined);
  });
}
