import "server-only";
import { and, asc, eq } from "drizzle-orm";
import type { Database, PooledDatabase } from "@/db/connect";
import { note, type By } from "@/db/queries/activity";
import { carrierAccounts } from "@/db/schema";
import { inTransaction } from "../in-transaction";
import { done, failed, type Result } from "../result";

export interface CarrierAccount {
  readonly id: string;
  readonly version: number;
  readonly origin: string | null;
  readonly number: string;
  readonly note: string;
}

/** Our customer numbers with a carrier, those for all origins first. */
export async function accountsOf(db: Database, carrier: string): Promise<CarrierAccount[]> {
  const rows = await db
    .select()
    .from(carrierAccounts)
    .where(eq(carrierAccounts.carrier, carrier))
    .orderBy(asc(carrierAccounts.origin), asc(carrierAccounts.number));
  return rows
    .map(({ id, version, origin, number, note }) => ({ id, version, origin, number, note }))
    .sort((a, b) => Number(a.origin !== null) - Number(b.origin !== null));
}

export interface AccountInput {
  readonly carrier: string;
  /** Of the one that is changed, with the version it was seen in; a new one has none. */
  readonly id?: string | undefined;
  readonly version?: number | undefined;
  readonly origin: string | null;
  readonly number: string;
  readonly note: string;
}

const subjectOf = (carrier: string) => `carriers/${encodeURIComponent(carrier)}/accounts`;

/** Adds an account number or changes one; the second of two who change it is told. */
export async function saveAccount(
  db: PooledDatabase,
  input: AccountInput,
  by: By,
): Promise<Result<undefined>> {
  const { carrier, id, version, ...values } = input;
  return inTransaction(db, async (tx) => {
    const mine =
      id === undefined ? undefined : and(eq(carrierAccounts.id, id), eq(carrierAccounts.carrier, carrier));
    const [old] = mine ? await tx.select().from(carrierAccounts).where(mine).for("update") : [];
    if (mine && !old) return failed("not-found");
    if (old && old.version !== version) return failed("conflict");
    if (mine && old)
      await tx
        .update(carrierAccounts)
        .set({ ...values, version: old.version + 1 })
        .where(mine);
    else await tx.insert(carrierAccounts).values({ carrier, ...values });
    await note(tx, by, {
      what: old ? "account-changed" : "account-added",
      subject: subjectOf(carrier),
      from: old ? { value: told(old) } : null,
      to: { value: told(values) },
    });
    return done(undefined);
  });
}

export async function removeAccount(
  db: PooledDatabase,
  { carrier, id }: { readonly carrier: string; readonly id: string },
  by: By,
): Promise<Result<undefined>> {
  return inTransaction(db, async (tx) => {
    const [old] = await tx
      .delete(carrierAccounts)
      .where(and(eq(carrierAccounts.id, id), eq(carrierAccounts.carrier, carrier)))
      .returning();
    if (!old) return failed("not-found");
    await note(tx, by, {
      what: "account-removed",
      subject: subjectOf(carrier),
      from: { value: told(old) },
      to: null,
    });
    return done(undefined);
  });
}

function told({ number, origin }: { readonly number: string; readonly origin: string | null }): string {
  return origin === null ? number : `${number} from ${origin}`;
}
