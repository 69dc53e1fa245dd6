import "server-only";
import { randomUUID } from "node:crypto";
import type { EventType } from "@/contracts/webhook-events";
import type { Database } from "@/db/connect";
import { insertEvent, listening } from "@/db/queries/webhooks";

/** Writes down that a revision was published, where somebody listens for it. */
export async function tellOfRevision(
  tx: Database,
  data: { readonly revision: number; readonly kind: string; readonly takesEffectAt: string },
  now: Date,
): Promise<void> {
  const type: EventType = "revision.published";
  const to = await listening(tx, type);
  if (to.length === 0) return;
  const subject = `revisions/${data.revision}`;
  await insertEvent(tx, { id: randomUUID(), type, subject, number: 1, at: now.toISOString(), data }, to);
}
