import "server-only";
import { eq, like, sql } from "drizzle-orm";
import type { Database, PooledDatabase } from "@/db/connect";
import { readGate, readLiveNumber, renamesAfter, writeGate, type Renaming } from "@/db/queries/revisions";
import { lockStamps, moveCatalogue } from "@/db/queries/setup";
import { charges, commitments, deskRules, items, orderLines, orders, suspensions } from "@/db/schema";
import { inTransaction } from "../in-transaction";
import { done } from "../result";

/**
 * Carries renamed codes through the facts (orders, items, stock, suspensions) up to what is live: whoever first rates by a
 * revision that took effect by itself does it, and those who come at the same time wait.
 */
export async function carryFacts(db: PooledDatabase): Promise<void> {
  const [gate, live] = [await readGate(db), await readLiveNumber(db)];
  if (!gate || live === undefined || gate.factsRevision === live) return;
  await inTransaction(db, async (tx) => {
    await lockStamps(tx);
    await carryFactsTo(tx, await readLiveNumber(tx));
    return done(undefined);
  });
}

/** Carries the facts up to a revision, within the transaction that holds the stamps. */
export async function carryFactsTo(tx: Database, live: number | undefined): Promise<void> {
  const gate = await readGate(tx);
  if (!gate || live === undefined || gate.factsRevision === live) return;
  const renames = await renamesAfter(tx, gate.factsRevision, live);
  for (const renaming of renames) await carryFact(tx, renaming);
  if (renames.length > 0) await moveCatalogue(tx);
  await writeGate(tx, { factsRevision: live });
}

async function carryFact(tx: Database, { list, from, to }: Renaming): Promise<void> {
  await facts[list]?.(tx, from, to);
  const what = suspended[list];
  if (what !== undefined)
    await tx
      .update(suspensions)
      .set({ code: to })
      .where(sql`${suspensions.what} = ${what} and ${suspensions.code} = ${from}`);
}

/** What a suspension calls the members of a list. */
const suspended: Readonly<Record<string, string>> = {
  origins: "origin",
  carriers: "carrier",
  services: "service",
  offers: "offer",
};

const facts: Readonly<Record<string, (tx: Database, from: string, to: string) => Promise<void>>> = {
  origins: async (tx, from, to) => {
    await tx.update(orderLines).set({ origin: to }).where(eq(orderLines.origin, from));
    await carryPins(tx, from, to);
    await tx.update(commitments).set({ origin: to }).where(eq(commitments.origin, from));
    await carryStock(tx, from, to);
    await carryBasis(tx, `"origin":${JSON.stringify(from)}`, `"origin":${JSON.stringify(to)}`);
  },
  goodsClasses: async (tx, from, to) => {
    await tx.update(items).set({ goodsClass: to }).where(eq(items.goodsClass, from));
  },
  channels: async (tx, from, to) => {
    await tx.update(orders).set({ channel: to }).where(eq(orders.channel, from));
    await tx.update(deskRules).set({ channel: to }).where(eq(deskRules.channel, from));
    await carryBasis(tx, `"channel":${JSON.stringify(from)}`, `"channel":${JSON.stringify(to)}`);
  },
};

/** Pins of lines by pieces. */
async function carryPins(tx: Database, from: string, to: string): Promise<void> {
  await tx.execute(sql`
    update ${orderLines} set origins = (
      select jsonb_agg(case when e->>'origin' = ${from} then jsonb_set(e, '{origin}', to_jsonb(${to}::text)) else e end order by n)
      from jsonb_array_elements(origins) with ordinality as list(e, n))
    where origins @> jsonb_build_array(jsonb_build_object('origin', ${from}::text))`);
}

/** The stock of every item that is kept at the origin. */
async function carryStock(tx: Database, from: string, to: string): Promise<void> {
  await tx.execute(sql`
    update ${items} set stock = (
      select jsonb_agg(case when e->>'origin' = ${from} then jsonb_set(e, '{origin}', to_jsonb(${to}::text)) else e end order by n)
      from jsonb_array_elements(stock) with ordinality as list(e, n))
    where stock @> jsonb_build_array(jsonb_build_object('origin', ${from}::text))`);
}

/** What a charge was worked out from, so that a new code alone makes no charge out of date. */
async function carryBasis(tx: Database, from: string, to: string): Promise<void> {
  const pattern = `%${from.replace(/[\\%_]/g, "\\$&")}%`;
  const found = await tx
    .select({ id: charges.id, basis: charges.basis })
    .from(charges)
    .where(like(charges.basis, pattern));
  for (const { id, basis } of found)
    await tx
      .update(charges)
      .set({ basis: basis.split(from).join(to) })
      .where(eq(charges.id, id));
}
