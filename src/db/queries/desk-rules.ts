import { eq } from "drizzle-orm";
import type { Database } from "../connect";
import { deskRules } from "../schema/orders";

export type DeskRuleRow = typeof deskRules.$inferSelect;

export async function readDeskRule(db: Database, channel: string): Promise<DeskRuleRow | undefined> {
  const [row] = await db.select().from(deskRules).where(eq(deskRules.channel, channel));
  return row;
}

export async function listDeskRules(db: Database): Promise<DeskRuleRow[]> {
  return db.select().from(deskRules).orderBy(deskRules.channel);
}

export async function putDeskRule(tx: Database, row: DeskRuleRow): Promise<void> {
  await tx
    .insert(deskRules)
    .values(row)
    .onConflictDoUpdate({
      target: deskRules.channel,
      set: { take: row.take, mostLoss: row.mostLoss, mostByHand: row.mostByHand },
    });
}
