import "server-only";
import { randomUUID } from "node:crypto";
import { and, asc, eq } from "drizzle-orm";
import { z } from "zod";
import { isIban } from "@/core/money/iban";
import type { Database } from "@/db/connect";
import { note } from "@/db/queries/orders";
import { carrierSecrets } from "@/db/schema";
import { done, failed, type Result } from "../result";
import { seal, unseal } from "../secrets/seal";

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

/** Who acts, when, and the key secrets are encrypted with. */
export interface SecretAct {
  readonly who: string;
  readonly now: Date;
  readonly key: string;
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

const placeOf = (id: string) => `carrier_secrets/${id}`;
const subjectOf = (carrier: string, label: string) =>
  `carriers/${encodeURIComponent(carrier)}/secrets/${encodeURIComponent(label)}`;

/** One secret in full. Each look is noted before anything is given. */
export async function lookAtSecret(
  db: Database,
  { carrier, id }: { readonly carrier: string; readonly id: string },
  { who, now, key }: SecretAct,
): Promise<Result<SecretFields>> {
  return db.transaction(async (transaction) => {
    const tx = transaction as Database;
    const [row] = await tx
      .select()
      .from(carrierSecrets)
      .where(and(eq(carrierSecrets.id, id), eq(carrierSecrets.carrier, carrier)));
    if (!row) return failed("not-found");
    await note(tx, {
      at: now.toISOString(),
      who,
      what: "secret-looked-at",
      subject: subjectOf(carrier, row.label),
    });
    return done(secretFields.parse(JSON.parse(unseal(row.sealed, key, placeOf(id)))));
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
  db: Database,
  { carrier, id = randomUUID(), version, label, fields }: SecretInput,
  { who, now, key }: SecretAct,
): Promise<Result<undefined>> {
  return db.transaction(async (transaction) => {
    const tx = transaction as Database;
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
      sealed: seal(JSON.stringify(fields), key, placeOf(id)),
      changedAt: now.toISOString(),
      changedBy: who,
    };
    if (old)
      await tx
        .update(carrierSecrets)
        .set({ ...values, version: old.version + 1 })
        .where(eq(carrierSecrets.id, id));
    else await tx.insert(carrierSecrets).values({ id, ...values });
    await note(tx, {
      at: now.toISOString(),
      who,
      what: old ? "secret-changed" : "secret-added",
      subject: subjectOf(carrier, label),
    });
    return done(undefined);
  });
}

export async function removeSecret(
  db: Database,
  { carrier, id }: { readonly carrier: string; readonly id: string },
  { who, now }: Omit<SecretAct, "key">,
): Promise<Result<undefined>> {
  return db.transaction(async (transaction) => {
    const tx = transaction as Database;
    const [old] = await tx
      .delete(carrierSecrets)
      .where(and(eq(carrierSecrets.id, id), eq(carrierSecrets.carrier, carrier)))
      .returning({ label: carrierSecrets.label });
    if (!old) return failed("not-found");
    await note(tx, {
      at: now.toISOString(),
      who,
      what: "secret-removed",
      subject: subjectOf(carrier, old.label),
    });
    return done(undefined);
  });
}

function hintOf(fields: SecretFields): string {
  if (fields.kind === "bank") return fields.iban.replace(/\s/g, "").slice(-4);
  return fields.user.slice(0, 2);
}
