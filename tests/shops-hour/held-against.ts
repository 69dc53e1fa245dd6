import { readFileSync } from "node:fs";
import { inArray, sql } from "drizzle-orm";
import { openStates } from "@/core/orders/order-state";
import type { PooledDatabase } from "@/db/connect";
import { orders } from "@/db/schema";
import { rateOrder } from "@/server/orders/rate-order";
import { readMany } from "@/server/orders/rate-many";
import { liveSetup } from "@/server/services/live-setup";

interface Sent {
  readonly number: string;
  readonly status: number;
  readonly mistake: string;
}

/** What the shops say they sent, held against the rows: taken is there once, refused is not, and nothing else is. */
export async function logAgainstRows(db: PooledDatabase, log: string) {
  const sent = readFileSync(log, "utf8")
    .split("\n")
    .filter(Boolean)
    .map((line) => JSON.parse(line) as Sent);
  const taken = new Set(sent.filter(({ status }) => status === 201).map(({ number }) => number));
  const again = sent.filter(({ status }) => status === 200).map(({ number }) => number);
  const refused = sent.filter(({ status }) => status >= 400).map(({ number }) => number);
  const { rows } = await db.execute<{ number: string }>(
    sql`select number from orders where number ~ '^[A-Z]+-[A-Z0-9]+-[0-9]+$'`,
  );
  const stored = new Set(rows.map(({ number }) => number));
  return {
    sent: sent.length,
    taken: taken.size,
    sentTwice: again.length,
    refused: refused.length,
    stored: stored.size,
    lost: [...taken].filter((number) => !stored.has(number)),
    unasked: [...stored].filter((number) => !taken.has(number)),
    refusedButThere: refused.filter((number) => stored.has(number) && !taken.has(number)),
    twiceButNotThere: again.filter((number) => !stored.has(number)),
  };
}

const PAGE = 200;

/** Where each open order is said to stand, held against a fresh quote; the numbers of those that differ. */
export async function statesAgainstQuotes(db: PooledDatabase, now: Date) {
  const live = await liveSetup(db);
  if (!live) throw new Error("there is no business");
  const rows = await db
    .select({ number: orders.number })
    .from(orders)
    .where(inArray(orders.state, [...openStates]))
    .orderBy(orders.number);
  const differ: string[] = [];
  for (let at = 0; at < rows.length; at += PAGE) {
    const many = await readMany(
      db,
      rows.slice(at, at + PAGE).map(({ number }) => number),
      live,
    );
    for (const stored of many.stored) {
      const { stand } = rateOrder(stored, live, many.factsOf(stored), now);
      const { number, state, look } = stored.order;
      if (state !== stand.state || JSON.stringify(look) !== JSON.stringify(stand.look))
        differ.push(`${number}: ${state} [${look.join()}] for ${stand.state} [${stand.look.join()}]`);
    }
  }
  return { open: rows.length, differ };
}
