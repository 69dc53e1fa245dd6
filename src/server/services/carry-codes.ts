import "server-only";
import { and, eq, inArray } from "drizzle-orm";
import type { Change } from "@/core/setup/inverse";
import { splitPath } from "@/core/setup/path";
import { renamingOf } from "@/core/setup/rename";
import type { Database } from "@/db/connect";
import { addDraftRenames } from "@/db/queries/revisions";
import { carrierAccounts, carrierSecrets, cellNotes, originAliases, tariffs } from "@/db/schema";
import { renameInTrials } from "./trials";

/**
 * Carries renamed codes through what stands beside the draft and follows it: accounts, notes, trials. Orders, items and
 * stock name codes of what is live, and follow when that changes (`carryFacts`); the renaming is kept until then.
 */
export async function carryRenames(tx: Database, changes: readonly Change[]): Promise<void> {
  const renamings = changes.flatMap((change) => renamingOf(change) ?? []);
  for (const { list, from, to } of renamings) {
    await carriers[list]?.(tx, from, to);
    await renameInTrials(tx, list, from, to);
  }
  await addDraftRenames(tx, renamings);
  for (const { path, from, to } of changes) {
    const [list, chart, part, , field] = splitPath(path);
    if (list === "zoneCharts" && part === "zones" && field === "code" && chart !== undefined)
      await carryZone(tx, chart, String(from), String(to));
  }
}

/** A zone's new code, in the notes on cells of the tables on its chart. */
async function carryZone(tx: Database, chart: string, from: string, to: string): Promise<void> {
  const own = tx.select({ code: tariffs.code }).from(tariffs).where(eq(tariffs.zoneChart, chart));
  await tx
    .update(cellNotes)
    .set({ zone: to })
    .where(and(eq(cellNotes.zone, from), inArray(cellNotes.tariff, own)));
}

const carriers: Readonly<Record<string, (tx: Database, from: string, to: string) => Promise<void>>> = {
  origins: async (tx, from, to) => {
    await tx.update(carrierAccounts).set({ origin: to }).where(eq(carrierAccounts.origin, from));
    await tx.update(originAliases).set({ origin: to }).where(eq(originAliases.origin, from));
  },
  carriers: async (tx, from, to) => {
    await tx.update(carrierAccounts).set({ carrier: to }).where(eq(carrierAccounts.carrier, from));
    await tx.update(carrierSecrets).set({ carrier: to }).where(eq(carrierSecrets.carrier, from));
  },
  tariffs: async (tx, from, to) => {
    await tx.update(cellNotes).set({ tariff: to }).where(eq(cellNotes.tariff, from));
  },
};
