import "server-only";
import { and, eq, inArray, like, sql } from "drizzle-orm";
import type { Change } from "@/core/setup/inverse";
import { splitPath } from "@/core/setup/path";
import { renamingOf } from "@/core/setup/rename";
import type { Database } from "@/db/connect";
import {
  carrierAccounts,
  carrierSecrets,
  cellNotes,
  charges,
  items,
  orderLines,
  orders,
  originAliases,
  tariffs,
} from "@/db/schema";
import { renameInTrials } from "./trials";

/** Carries renamed codes through everything outside of the setup that names them. Whether there was one. */
export async function carryRenames(tx: Database, changes: readonly Change[]): Promise<boolean> {
  const renamings = changes.flatMap((change) => renamingOf(change) ?? []);
  for (const { list, from, to } of renamings) {
    await carriers[list]?.(tx, from, to);
    await renameInTrials(tx, list, from, to);
  }
  for (const { path, from, to } of changes) {
    const [list, chart, part, , field] = splitPath(path);
    if (list === "zoneCharts" && part === "zones" && field === "code" && chart !== undefined)
      await carryZone(tx, chart, String(from), String(to));
  }
  return renamings.length > 0;
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
    await tx.update(orderLines).set({ origin: to }).where(eq(orderLines.origin, from));
    await carryStock(tx, from, to);
    await carryBasis(tx, `"origin":${JSON.stringify(from)}`, `"origin":${JSON.stringify(to)}`);
  },
  carriers: async (tx, from, to) => {
    await tx.update(carrierAccounts).set({ carrier: to }).where(eq(carrierAccounts.carrier, from));
    await tx.update(carrierSecrets).set({ carrier: to }).where(eq(carrierSecrets.carrier, from));
  },
  tariffs: async (tx, from, to) => {
    await tx.update(cellNotes).set({ tariff: to }).where(eq(cellNotes.tariff, from));
  },
  goodsClasses: async (tx, from, to) => {
    await tx.update(items).set({ goodsClass: to }).where(eq(items.goodsClass, from));
  },
  channels: async (tx, from, to) => {
    await tx.update(orders).set({ channel: to }).where(eq(orders.channel, from));
    await carryBasis(tx, `"channel":${JSON.stringify(from)}`, `"channel":${JSON.stringify(to)}`);
  },
};

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

/** How often things outside of the setup name a member: stock of items, open orders, accounts. Nothing for most lists. */
export async function usesOutside(
  db: Database,
  list: string,
  code: string,
): Promise<readonly { what: "items" | "orders" | "accounts"; count: number }[]> {
  const counted = { n: sql<number>`count(*)::int` };
  const found: { what: "items" | "orders" | "accounts"; count: number }[] = [];
  const add = (what: "items" | "orders" | "accounts", rows: readonly { n: number }[]) => {
    const count = rows[0]?.n ?? 0;
    if (count > 0) found.push({ what, count });
  };
  if (list === "origins") {
    const kept = sql`${items.stock} @> jsonb_build_array(jsonb_build_object('origin', ${code}::text))`;
    add("items", await db.select(counted).from(items).where(kept));
    add("orders", await db.select(counted).from(orderLines).where(eq(orderLines.origin, code)));
    add("accounts", await db.select(counted).from(carrierAccounts).where(eq(carrierAccounts.origin, code)));
  }
  if (list === "carriers") {
    add("accounts", await db.select(counted).from(carrierAccounts).where(eq(carrierAccounts.carrier, code)));
    add("accounts", await db.select(counted).from(carrierSecrets).where(eq(carrierSecrets.carrier, code)));
  }
  if (list === "goodsClasses")
    add("items", await db.select(counted).from(items).where(eq(items.goodsClass, code)));
  if (list === "channels")
    add(
      "orders",
      await db
        .select(counted)
        .from(orders)
        .where(and(eq(orders.channel, code), sql`${orders.state} <> 'done'`)),
    );
  return found;
}
