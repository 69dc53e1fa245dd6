import { and, arrayContains, asc, desc, eq, inArray, isNull, lt, sql } from "drizzle-orm";
import type { Database } from "../connect";
import { outboxEvents, webhookDeliveries, webhooks } from "../schema";

export type WebhookRow = typeof webhooks.$inferSelect;
export type EventRow = typeof outboxEvents.$inferSelect;
export type DeliveryRow = typeof webhookDeliveries.$inferSelect;

/** A delivery with what it delivers. */
export interface Delivery {
  readonly delivery: DeliveryRow;
  readonly event: EventRow;
}

/** Numbers of those who listen for events of a type and are not paused. */
export async function listening(db: Database, type: string): Promise<string[]> {
  const rows = await db
    .select({ id: webhooks.id })
    .from(webhooks)
    .where(and(isNull(webhooks.pausedAt), arrayContains(webhooks.events, [type])))
    .orderBy(asc(webhooks.id));
  return rows.map(({ id }) => id);
}

/** Writes what happened, and that it is to be told to these. */
export async function insertEvent(
  tx: Database,
  event: typeof outboxEvents.$inferInsert,
  to: readonly string[],
): Promise<void> {
  const [row] = await tx.insert(outboxEvents).values(event).returning({ seq: outboxEvents.seq });
  if (row && to.length > 0)
    await tx
      .insert(webhookDeliveries)
      .values(to.map((webhook) => ({ webhook, event: row.seq, nextAt: event.at })));
}

/** The highest number among the events of a subject; 0 where there are none. */
export async function lastEventNumber(tx: Database, subject: string): Promise<number> {
  const [row] = await tx
    .select({ last: sql<number>`coalesce(max(${outboxEvents.number}), 0)::int` })
    .from(outboxEvents)
    .where(eq(outboxEvents.subject, subject));
  return row?.last ?? 0;
}

/** Those to whom something is due. */
export async function webhooksDue(db: Database, now: string): Promise<string[]> {
  const rows = await db
    .selectDistinct({ id: webhookDeliveries.webhook })
    .from(webhookDeliveries)
    .innerJoin(webhooks, eq(webhooks.id, webhookDeliveries.webhook))
    .where(
      and(
        eq(webhookDeliveries.state, "waiting"),
        sql`${webhookDeliveries.nextAt} <= ${now}::timestamptz`,
        isNull(webhooks.pausedAt),
      ),
    );
  return rows.map(({ id }) => id);
}

/**
 * Takes the next things due to one, the earliest event first: nobody else has them until the lease has run out, whatever
 * becomes of the taker. Counts a try of each.
 */
export async function takeDue(
  db: Database,
  webhook: string,
  { now, leaseUntil, most }: { readonly now: string; readonly leaseUntil: string; readonly most: number },
): Promise<Delivery[]> {
  const due = db
    .select({ id: webhookDeliveries.id })
    .from(webhookDeliveries)
    .where(
      and(
        eq(webhookDeliveries.webhook, webhook),
        eq(webhookDeliveries.state, "waiting"),
        sql`${webhookDeliveries.nextAt} <= ${now}::timestamptz`,
      ),
    )
    .orderBy(asc(webhookDeliveries.event))
    .limit(most)
    .for("update", { skipLocked: true });
  const taken = await db
    .update(webhookDeliveries)
    .set({ nextAt: leaseUntil, tries: sql`${webhookDeliveries.tries} + 1` })
    .where(inArray(webhookDeliveries.id, due))
    .returning();
  const events = await eventsOf(db, taken);
  return withEvents(taken, events).sort((a, b) => a.event.seq - b.event.seq);
}

async function eventsOf(db: Database, list: readonly DeliveryRow[]): Promise<Map<number, EventRow>> {
  if (list.length === 0) return new Map();
  const rows = await db
    .select()
    .from(outboxEvents)
    .where(
      inArray(
        outboxEvents.seq,
        list.map(({ event }) => event),
      ),
    );
  return new Map(rows.map((row) => [row.seq, row]));
}

function withEvents(list: readonly DeliveryRow[], events: ReadonlyMap<number, EventRow>): Delivery[] {
  return list.flatMap((delivery) => {
    const event = events.get(delivery.event);
    return event ? [{ delivery, event }] : [];
  });
}

export async function endTry(
  db: Database,
  id: string,
  values: Pick<DeliveryRow, "state" | "nextAt" | "lastAt" | "status" | "answer" | "ms">,
): Promise<void> {
  await db.update(webhookDeliveries).set(values).where(eq(webhookDeliveries.id, id));
}

/** What was and is to be told to one, the latest event first. */
export async function deliveriesOf(
  db: Database,
  webhook: string,
  { before, most }: { readonly before?: number | undefined; readonly most: number },
): Promise<Delivery[]> {
  const rows = await db
    .select()
    .from(webhookDeliveries)
    .where(
      and(
        eq(webhookDeliveries.webhook, webhook),
        before === undefined ? undefined : lt(webhookDeliveries.event, before),
      ),
    )
    .orderBy(desc(webhookDeliveries.event))
    .limit(most);
  return withEvents(rows, await eventsOf(db, rows));
}

/** Has deliveries tried again from now on, those alone that failed or one whatever became of it; how many. */
export async function sendAgain(
  tx: Database,
  webhook: string,
  { id, now }: { readonly id?: string | undefined; readonly now: string },
): Promise<number> {
  const rows = await tx
    .update(webhookDeliveries)
    .set({ state: "waiting", nextAt: now, tries: 0 })
    .where(
      and(
        eq(webhookDeliveries.webhook, webhook),
        id === undefined ? eq(webhookDeliveries.state, "failed") : eq(webhookDeliveries.id, id),
      ),
    )
    .returning({ id: webhookDeliveries.id });
  return rows.length;
}

/** How things stand with one: counts by state, and what came back last. */
export interface WebhookStand {
  readonly waiting: number;
  readonly failed: number;
  readonly delivered: number;
  readonly lastAt: string | null;
}

export async function standsOf(db: Database): Promise<Map<string, WebhookStand>> {
  const rows = await db
    .select({
      webhook: webhookDeliveries.webhook,
      waiting: sql<number>`count(*) filter (where state = 'waiting')::int`,
      failed: sql<number>`count(*) filter (where state = 'failed')::int`,
      delivered: sql<number>`count(*) filter (where state = 'delivered')::int`,
      lastAt: sql<string | null>`max(${webhookDeliveries.lastAt})`,
    })
    .from(webhookDeliveries)
    .groupBy(webhookDeliveries.webhook);
  return new Map(rows.map(({ webhook, ...stand }) => [webhook, stand]));
}

/** Events that happened before an instant, with what became of them: nobody asks for them again. */
export async function dropEvents(db: Database, before: string): Promise<void> {
  await db
    .delete(outboxEvents)
    .where(
      and(
        lt(outboxEvents.at, before),
        sql`not exists (select from ${webhookDeliveries} where ${webhookDeliveries.event} = ${outboxEvents.seq} and state = 'waiting')`,
      ),
    );
}
