import "server-only";
import { z } from "zod";
import { isDate, localDate } from "@/core/calendar/local-date";
import { breakEvenEdition, type LeftOut } from "@/core/recovery/break-even-edition";
import { code, nonNegative } from "@/core/setup/primitives";
import { joinPath, type Json } from "@/core/setup/path";
import { inForce } from "@/core/tariffs/in-force";
import type { PooledDatabase } from "@/db/connect";
import type { By } from "@/db/queries/activity";
import { done, failed, type Result } from "../result";
import { draftSetup } from "../services/draft-setup";
import { editSetup } from "../services/edit-setup";

export const newRatesSchema = z.strictObject({
  tariff: code,
  /** The day from which the new edition is in force. */
  from: z.string().refine(isDate),
  rates: z
    .array(
      z.strictObject({
        zone: code,
        edge: z.string().max(40),
        band: z.string().max(40),
        rate: nonNegative,
      }),
    )
    .min(1)
    .max(5000),
});

export interface PutRates {
  readonly label: string;
  readonly put: number;
  readonly leftOut: readonly LeftOut[];
}

/** Puts rates into the draft as a new edition of a sell table: a copy of the one that would be in force on its first day. */
export async function putBreakEven(
  db: PooledDatabase,
  { tariff: name, from, rates }: z.infer<typeof newRatesSchema>,
  by: By,
): Promise<Result<PutRates>> {
  const draft = await draftSetup(db);
  const tariff = draft?.setup.tariffs.find(({ code: known }) => known === name);
  if (!draft || !tariff) return failed("not-found");
  const today = localDate(by.now.toISOString(), draft.setup.business.timeZone);
  const base = inForce(tariff.editions, from) ?? inForce(tariff.editions, today);
  if (!base) return failed("not-found");
  const { edition, put, leftOut } = breakEvenEdition(tariff, base, { from, rates });
  if (put === 0) return failed("rates-fit-nowhere");
  const path = joinPath("tariffs", name, "editions", edition.label);
  const edited = await editSetup(db, [{ path, to: edition as unknown as Json }], by);
  return edited.ok ? done({ label: edition.label, put, leftOut }) : edited;
}
