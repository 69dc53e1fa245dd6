import "server-only";
import { randomUUID } from "node:crypto";
import type { Database } from "@/db/connect";
import { insertEvent, lastEventNumber } from "@/db/queries/webhooks";

/** Writes a message that says nothing but that it arrived, to one alone. */
export async function tellTest(tx: Database, webhook: string, now: Date): Promise<void> {
  const subject = `webhooks/${webhook}`;
  const number = (await lastEventNumber(tx, subject)) + 1;
  await insertEvent(
    tx,
    { id: randomUUID(), type: "webhook.test", subject, number, at: now.toISOString(), data: {} },
    [webhook],
  );
}
