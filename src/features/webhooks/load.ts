import "server-only";
import { z } from "zod";
import { baseUrl } from "@/server/environment";
import { loadFor } from "@/server/load";
import { deliveriesWithBodies } from "@/server/webhooks/shown-deliveries";
import { listWebhooks, webhookOf } from "@/server/webhooks/webhooks";

/** Who is told of what, for those who may say so; `undefined` for others. */
export function loadHooks() {
  return loadFor("manage-people", ({ db }) => listWebhooks(db));
}

export type ListedHooks = NonNullable<Awaited<ReturnType<typeof loadHooks>>>;

/** One with its messages, the latest event first; `hook` is absent where there is none of that number. */
export function loadHook(id: string) {
  return loadFor("manage-people", async ({ db }) => {
    const hook = z.uuid().safeParse(id).success ? await webhookOf(db, id) : undefined;
    return { hook, messages: hook ? await deliveriesWithBodies(db, id, baseUrl()) : [] };
  });
}

export type LoadedHook = NonNullable<Awaited<ReturnType<typeof loadHook>>>;
export type ShownMessage = LoadedHook["messages"][number];
