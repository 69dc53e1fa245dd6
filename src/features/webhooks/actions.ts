"use server";

import { refresh } from "next/cache";
import { z } from "zod";
import { eventType, type EventType } from "@/contracts/webhook-events";
import type { Answer } from "@/messages/answer";
import { act, type Call } from "@/server/act";
import { callsLoopback, secretKeys } from "@/server/environment";
import type { Result } from "@/server/result";
import {
  addWebhook,
  pauseWebhook,
  removeWebhook,
  renewSecret,
  repeatDeliveries,
  resumeWebhook,
  testWebhook,
} from "@/server/webhooks/webhooks";

const settings = () => ({ keys: secretKeys(), loopback: callsLoopback() });

const added = z.strictObject({ url: z.string().trim().min(1).max(1000), events: z.array(eventType).min(1) });

/** Has an address told of events; its secret is only in this answer. */
export async function addHook(input: {
  readonly url: string;
  readonly events: readonly EventType[];
}): Promise<Answer<{ id: string; secret: string }>> {
  const answer = await act(input, {
    permission: "manage-people",
    schema: added,
    words: { url: "Write the address that is to be told.", events: "Choose what it is told of." },
    run: (hook, { db, by }) => addWebhook(db, hook, by, settings()),
  });
  refresh();
  return answer;
}

const one = z.strictObject({ id: z.uuid() });

async function change<T>(id: string, run: (call: Call) => Promise<Result<T>>): Promise<Answer<T>> {
  const answer = await act({ id }, { permission: "manage-people", schema: one, run: (_, call) => run(call) });
  refresh();
  return answer;
}

/** A new secret, only in this answer; the one before signs beside it for a day. */
export async function renewHookSecret(id: string): Promise<Answer<{ secret: string }>> {
  return change(id, ({ db, by }) => renewSecret(db, id, by, settings()));
}

export async function pauseHook(id: string): Promise<Answer<undefined>> {
  return change(id, ({ db, by }) => pauseWebhook(db, id, by));
}

export async function resumeHook(id: string): Promise<Answer<undefined>> {
  return change(id, ({ db, by }) => resumeWebhook(db, id, by));
}

export async function removeHook(id: string): Promise<Answer<undefined>> {
  return change(id, ({ db, by }) => removeWebhook(db, id, by));
}

export async function testHook(id: string): Promise<Answer<undefined>> {
  return change(id, ({ db, by }) => testWebhook(db, id, by));
}

const repeated = z.strictObject({ id: z.uuid(), delivery: z.uuid().exactOptional() });

/** Sends one message again, or all that failed. */
export async function repeatHook(input: z.infer<typeof repeated>): Promise<Answer<{ count: number }>> {
  const answer = await act(input, {
    permission: "manage-people",
    schema: repeated,
    run: ({ id, delivery }, { db, by }) => repeatDeliveries(db, id, delivery, by),
  });
  refresh();
  return answer;
}
