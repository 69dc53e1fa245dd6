import "server-only";
import { deskRule, plainRule, type DeskRule } from "@/core/orders/desk-rule";
import type { Database, PooledDatabase } from "@/db/connect";
import { note, type By } from "@/db/queries/activity";
import { listDeskRules, putDeskRule, readDeskRule, type DeskRuleRow } from "@/db/queries/desk-rules";
import { markChannelStale } from "@/db/queries/orders";
import { inTransaction } from "../in-transaction";
import { done, type Result } from "../result";

/** How a channel's orders are charged many at once. */
export async function deskRuleOf(db: Database, channel: string): Promise<DeskRule> {
  const row = await readDeskRule(db, channel);
  return row ? ruleOf(row) : plainRule;
}

/** The same for many channels, read once. */
export async function deskRulesByChannel(db: Database): Promise<(channel: string) => DeskRule> {
  const rules = new Map((await listDeskRules(db)).map((row) => [row.channel, ruleOf(row)]));
  return (channel) => rules.get(channel) ?? plainRule;
}

function ruleOf({ take, mostLoss, mostByHand }: DeskRuleRow): DeskRule {
  return deskRule.parse({ take, mostLoss, ...(mostByHand === null ? {} : { mostByHand }) });
}

/** Sets how a channel's orders are charged many at once. */
export function setDeskRule(
  db: PooledDatabase,
  { channel, ...rule }: DeskRule & { readonly channel: string },
  by: By,
): Promise<Result<undefined>> {
  return inTransaction(db, async (tx) => {
    const before = await deskRuleOf(tx, channel);
    await putDeskRule(tx, { channel, ...rule, mostByHand: rule.mostByHand ?? null });
    await markChannelStale(tx, channel, by.now.toISOString());
    await note(tx, by, { what: "desk-rule-set", subject: `channels/${channel}`, from: before, to: rule });
    return done(undefined);
  });
}
