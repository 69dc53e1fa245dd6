import "server-only";
import { and, eq, isNull } from "drizzle-orm";
import type { PooledDatabase } from "@/db/connect";
import { endTry, takeDue, webhooksDue, type Delivery, type WebhookRow } from "@/db/queries/webhooks";
import { webhooks } from "@/db/schema";
import { logFailure } from "../log";
import { sendOut, type CameBack } from "../outgoing/send-out";
import { unseal, type SecretKeys } from "../secrets/seal";
import { headsOf, messageOf } from "./message";
import { nextTry } from "./next-try";
import { webhookPlace } from "./webhooks";

/** What the sending needs to know of the installation. */
export interface Sending {
  readonly keys: SecretKeys;
  readonly loopback: boolean;
  /** The address of this installation. */
  readonly source: string;
  readonly clock: () => Date;
}

const DEADLINE_MS = 10_000;
/** Messages that are taken at once; whoever took them has them for as long as all of them may take. */
const AT_ONCE = 10;
const LEASE_MS = (AT_ONCE + 2) * DEADLINE_MS;
/** Bytes of an answer that are read, and letters of it that are kept. */
const MOST_BYTES = 4096;
const MOST_KEPT = 300;
const GONE = 410;

/** Sends what is due. One that answers slowly keeps nobody else waiting; to one alone it is sent one after the other. */
export class Deliveries {
  private readonly busy = new Map<string, Promise<void>>();

  constructor(
    private readonly db: PooledDatabase,
    private readonly sending: Sending,
  ) {}

  /** Looks for what is due and begins sending it. */
  async look(): Promise<void> {
    for (const id of await webhooksDue(this.db, this.sending.clock().toISOString())) {
      if (this.busy.has(id)) continue;
      const sent = deliverTo(this.db, id, this.sending)
        .then(() => undefined)
        .catch((error: unknown) => logFailure("a webhook was not told", error))
        .finally(() => this.busy.delete(id));
      this.busy.set(id, sent);
    }
  }

  /** When all that was begun has ended. */
  async settled(): Promise<void> {
    await Promise.all(this.busy.values());
  }
}

/** Sends one what is due to it, the earliest first; how many were tried. */
export async function deliverTo(db: PooledDatabase, id: string, sending: Sending): Promise<number> {
  let tried = 0;
  for (;;) {
    const [hook] = await db
      .select()
      .from(webhooks)
      .where(and(eq(webhooks.id, id), isNull(webhooks.pausedAt)));
    if (!hook) return tried;
    const now = sending.clock();
    const leaseUntil = new Date(now.getTime() + LEASE_MS).toISOString();
    const due = await takeDue(db, id, { now: now.toISOString(), leaseUntil, most: AT_ONCE });
    for (const one of due) await deliver(db, hook, one, sending);
    tried += due.length;
    if (due.length < AT_ONCE) return tried;
  }
}

async function deliver(
  db: PooledDatabase,
  hook: WebhookRow,
  { delivery, event }: Delivery,
  sending: Sending,
): Promise<void> {
  const now = sending.clock();
  const body = JSON.stringify(messageOf(event, sending.source));
  const back = await sendOut({
    url: hook.url,
    method: "POST",
    headers: headsOf(event.id, body, { secrets: secretsOf(hook, sending.keys, now), now }),
    body,
    deadline: DEADLINE_MS,
    mostBytes: MOST_BYTES,
    loopback: sending.loopback,
  });
  const isTaken = back.ok && back.status >= 200 && back.status < 300;
  const again = isTaken ? undefined : nextTry(delivery.tries, sending.clock());
  await endTry(db, delivery.id, {
    state: isTaken ? "delivered" : again ? "waiting" : "failed",
    nextAt: (again ?? now).toISOString(),
    lastAt: now.toISOString(),
    ...keptOf(back),
  });
  if (back.ok && back.status === GONE)
    await db
      .update(webhooks)
      .set({ pausedAt: now.toISOString(), pausedWhy: "gone" })
      .where(eq(webhooks.id, hook.id));
}

function keptOf(back: CameBack) {
  return {
    status: back.ok ? back.status : null,
    answer: back.ok ? back.body.replaceAll("\u0000", "").slice(0, MOST_KEPT) : back.why,
    ms: back.ms,
  };
}

function secretsOf(
  { id, secret, formerSecret, formerUntil }: WebhookRow,
  keys: SecretKeys,
  now: Date,
): string[] {
  const former = formerSecret !== null && formerUntil !== null && new Date(formerUntil) > now;
  return [secret, ...(former ? [formerSecret] : [])].map((sealed) => unseal(sealed, keys, webhookPlace(id)));
}
