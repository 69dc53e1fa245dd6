import "server-only";
import { randomUUID } from "node:crypto";
import { and, asc, eq } from "drizzle-orm";
import { z } from "zod";
import { isIban } from "@/core/money/iban";
import type { Database, PooledDatabase } from "@/db/connect";
import { note, type By } from "@/db/queries/activity";
import { carrierSecrets } from "@/db/schema";
import { inTransaction } from "../in-transaction";
import { done, failed, type Result } from "../result";
import { seal, unseal, type SecretKeys } from "../secrets/seal";

const line = z.string().trim().max(200);

/** What is kept of a bank account and of a credential. */
export const secretFields = z.discriminatedUnion("kind", [
  z.strictObject({
    kind: z.literal("bank"),
    holder: line.min(1),
    bank: line,
    iban: line.refine(isIban),
    bic: line.refine((text) => text === "" || /^[A-Z]{6}[A-Z0-9]{2}([A-Z0-9]{3})?$/i.test(text)),
  }),
  z.strictObject({ kind: z.literal("credential"), user: line, secret: z.string().min(1).max(2000) }),
]);
export type SecretFields = z.infer<typeof secretFields>;

/** What can be shown without a look being noted. */
export interface MaskedSecret {
  readonly id: string;
  readonly version: number;
  readonly kind: "bank" | "credential";
  readonly label: string;
  /** The last four signs of the number, or the beginning of the name. */
  readonly hint: string;
  readonly changedAt: string;
  readonly changedBy: string;
}

/** Who acts, when, and the keys secrets are encrypted with. */
export interface SecretAct extends By {
  readonly keys: SecretKeys;
}

export async function secretsOf(db: Database, carrier: string): Promise<MaskedSecret[]> {
  const rows = await db
    .select()
    .from(carrierSecrets)
    .where(eq(carrierSecrets.carrier, carrier))
    .orderBy(asc(carrierSecrets.kind), asc(carrierSecrets.label));
  return rows.map(({ id, version, kind, label, hint, changedAt, changedBy }) => ({
    id,
    version,
    kind,
    label,
    hint,
    changedAt,
    changedBy,
  }));
}

/** Where a secret is kept: sealed, it opens nowhere else. */
export const secretPlace = (id: string) => `carrier_secrets/${id}`;
const subjectOf = (carrier: string, label: string) =>
  `carriers/${encodeURIComponent(carrier)}/secrets/${encodeURIComponent(label)}`;

/** One secret in full. Each look is noted before anything is given. */
export async function lookAtSecret(
  db: PooledDatabase,
  { carrier, id }: { readonly carrier: string; readonly id: string },
  act: SecretAct,
): Promise<Result<SecretFields>> {
  return inTransaction(db, async (tx) => {
    const [row] = await tx
      .select()
      .from(carrierSecrets)
      .where(and(eq(carrierSecrets.id, id), eq(carrierSecrets.carrier, carrier)));
    if (!row) return failed("not-found");
    await note(tx, act, { what: "secret-looked-at", subject: subjectOf(carrier, row.label) });
    return done(secretFields.parse(JSON.parse(unseal(row.sealed, act.keys, secretPlace(id)))));
  });
}

export interface SecretInput {
  readonly carrier: string;
  readonly id?: string | undefined;
  readonly version?: number | undefined;
  readonly label: string;
  readonly fields: SecretFields;
}

/** Adds a secret or puts another in its place. What it was or is never gets into the record of activity. */
export async function saveSecret(
  db: PooledDatabase,
  { carrier, id = randomUUID(), version, label, fields }: SecretInput,
  act: SecretAct,
): Promise<Result<undefined>> {
  return inTransaction(db, async (tx) => {
    const [old] = await tx
      .select()
      .from(carrierSecrets)
      .where(and(eq(carrierSecrets.id, id), eq(carrierSecrets.carrier, carrier)))
      .for("update");
    if (version !== undefined && !old) return failed("not-found");
    if (old && old.version !== version) return failed("conflict");
    const values = {
      carrier,
      kind: fields.kind,
      label,
      hint: hintOf(fields),
      sealed: seal(JSON.stringify(fields), act.keys, secretPlace(id)),
      changedAt: act.now.toISOString(),
      changedBy: act.who.name,
    };
    if (old)
      await tx
        .update(carrierSecrets)
        .set({ ...values, version: old.version + 1 })
        .where(eq(carrierSecrets.id, id));
    else await tx.insert(carrierSecrets).values({ id, ...values });
    await note(tx, act, {
      what: old ? "secret-changed" : "secret-added",
      subject: subjectOf(carrier, label),
    });
    return done(undefined);
  });
}

export async function removeSecret(
  db: PooledDatabase,
  { carrier, id }: { readonly carrier: string; readonly id: string },
  by: By,
): Promise<Result<undefined>> {
  return inTransaction(db, async (tx) => {
    const [old] = await tx
      .delete(carrierSecrets)
      .where(and(eq(carrierSecrets.id, id), eq(carrierSecrets.carrier, carrier)))
      .returning({ label: carrierSecrets.label });
    if (!old) return failed("not-found");
    await note(tx, by, { what: "secret-removed", subject: subjectOf(carrier, old.label) });
    return done(undefined);
  });
}

function hintOf(fields: SecretFields): string {
  if (fields.kind === "bank") return fields.iban.replace(/\s/g, "").slice(-4);
  return fields.user.slice(0, 2);
}
