import "server-only";
import { randomBytes, randomUUID } from "node:crypto";
import { asc, eq } from "drizzle-orm";
import type { EventType } from "@/contracts/webhook-events";
import type { Database, PooledDatabase } from "@/db/connect";
import { note, type By } from "@/db/queries/activity";
import { sendAgain, standsOf, type WebhookRow, type WebhookStand } from "@/db/queries/webhooks";
import { webhooks } from "@/db/schema";
import { inTransaction } from "../in-transaction";
import { addressFault } from "../outgoing/address-guard";
import { badAddress, done, failed, type Result } from "../result";
import { seal, type SecretKeys } from "../secrets/seal";
import { tellTest } from "./tell-test";

/** Where a secret is kept: it does not open anywhere else. */
export const webhookPlace = (id: string) => `webhooks/${id}`;

/** How long the secret before signs beside a new one. */
const BOTH_MS = 24 * 3_600_000;
const SECRET_BYTES = 32;
/** More of them would be a mistake. */
const MOST = 50;

/** One that is told of things, as it is shown: nothing of its secret. */
export interface ListedWebhook extends WebhookStand {
  readonly id: string;
  readonly url: string;
  readonly events: readonly string[];
  readonly createdAt: string;
  readonly createdBy: string;
  readonly pausedAt: string | null;
  readonly pausedWhy: string | null;
}

/** What settings webhooks are kept with. */
export interface Sealing {
  readonly keys: SecretKeys;
  /** Whether programs on this machine may be told. */
  readonly loopback: boolean;
}

/** All of them, the oldest first. */
export async function listWebhooks(db: Database): Promise<ListedWebhook[]> {
  const rows = await db.select().from(webhooks).orderBy(asc(webhooks.createdAt), asc(webhooks.id));
  const stands = await standsOf(db);
  return rows.map((row) => listed(row, stands.get(row.id)));
}

export async function webhookOf(db: Database, id: string): Promise<ListedWebhook | undefined> {
  return (await listWebhooks(db)).find((one) => one.id === id);
}

const untold: WebhookStand = { waiting: 0, failed: 0, delivered: 0, lastAt: null };

function listed(
  { id, url, events, createdAt, createdBy, pausedAt, pausedWhy }: WebhookRow,
  stand: WebhookStand = untold,
): ListedWebhook {
  const time = (at: string | null) => (at === null ? null : new Date(at).toISOString());
  return {
    id,
    url,
    events,
    createdBy,
    createdAt: new Date(createdAt).toISOString(),
    pausedAt: time(pausedAt),
    pausedWhy,
    ...stand,
    lastAt: time(stand.lastAt),
  };
}

const freshSecret = () => `whsec_${randomBytes(SECRET_BYTES).toString("base64")}`;

/** Has an address told of events from now on. The secret it checks signatures with is only in the answer. */
export function addWebhook(
  db: PooledDatabase,
  { url, events }: { readonly url: string; readonly events: readonly EventType[] },
  by: By,
  { keys, loopback }: Sealing,
): Promise<Result<{ id: string; secret: string }>> {
  return inTransaction(db, async (tx) => {
    const fault = addressFault(url, { loopback });
    if (fault) return badAddress(fault);
    if ((await tx.$count(webhooks)) >= MOST) return failed("busy");
    const [id, secret] = [randomUUID(), freshSecret()];
    await tx.insert(webhooks).values({
      id,
      url,
      events: [...new Set(events)],
      secret: seal(secret, keys, webhookPlace(id)),
      createdAt: by.now.toISOString(),
      createdBy: by.who.name,
    });
    await note(tx, by, { what: "webhook-added", subject: `webhooks/${id}`, to: { value: url } });
    return done({ id, secret });
  });
}

/** Puts a new secret in place; for a day messages are signed with both. It is only in the answer. */
export function renewSecret(
  db: PooledDatabase,
  id: string,
  by: By,
  { keys }: Sealing,
): Promise<Result<{ secret: string }>> {
  return change(db, id, by, "webhook-secret-renewed", async (tx, row) => {
    const secret = freshSecret();
    await tx
      .update(webhooks)
      .set({
        secret: seal(secret, keys, webhookPlace(id)),
        formerSecret: row.secret,
        formerUntil: new Date(by.now.getTime() + BOTH_MS).toISOString(),
      })
      .where(eq(webhooks.id, id));
    return { secret };
  });
}

/** Nothing is sent there until it is resumed; what has happened meanwhile for somebody paused is not told to them. */
export function pauseWebhook(db: PooledDatabase, id: string, by: By): Promise<Result<undefined>> {
  return change(db, id, by, "webhook-paused", async (tx) => {
    await tx
      .update(webhooks)
      .set({ pausedAt: by.now.toISOString(), pausedWhy: "person" })
      .where(eq(webhooks.id, id));
    return undefined;
  });
}

export function resumeWebhook(db: PooledDatabase, id: string, by: By): Promise<Result<undefined>> {
  return change(db, id, by, "webhook-resumed", async (tx) => {
    await tx.update(webhooks).set({ pausedAt: null, pausedWhy: null }).where(eq(webhooks.id, id));
    return undefined;
  });
}

/** Takes one away with all that waited for it. */
export function removeWebhook(db: PooledDatabase, id: string, by: By): Promise<Result<undefined>> {
  return change(db, id, by, "webhook-removed", async (tx) => {
    await tx.delete(webhooks).where(eq(webhooks.id, id));
    return undefined;
  });
}

/** Sends it a message that says nothing but that it arrived. */
export function testWebhook(db: PooledDatabase, id: string, by: By): Promise<Result<undefined>> {
  return change(db, id, by, undefined, async (tx) => {
    await tellTest(tx, id, by.now);
    return undefined;
  });
}

/** Has one delivery, or all that failed, sent again; how many. */
export function repeatDeliveries(
  db: PooledDatabase,
  id: string,
  delivery: string | undefined,
  by: By,
): Promise<Result<{ count: number }>> {
  return change(db, id, by, "deliveries-repeated", async (tx) => ({
    count: await sendAgain(tx, id, { id: delivery, now: by.now.toISOString() }),
  }));
}

function change<T>(
  db: PooledDatabase,
  id: string,
  by: By,
  what: string | undefined,
  run: (tx: Database, row: WebhookRow) => Promise<T>,
): Promise<Result<T>> {
  return inTransaction(db, async (tx): Promise<Result<T>> => {
    const [row] = await tx.select().from(webhooks).where(eq(webhooks.id, id)).for("update");
    if (!row) return failed("not-found");
    const value = await run(tx, row);
    if (what !== undefined) await note(tx, by, { what, subject: `webhooks/${id}`, to: { value: row.url } });
    return done(value);
  });
}
