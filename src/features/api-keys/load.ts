import "server-only";
import { loadFor } from "@/server/load";
import { listApiKeys } from "@/server/services/api-keys";

/** The keys, for those who may manage them; `undefined` for others. */
export function loadKeys() {
  return loadFor("manage-people", ({ db }) => listApiKeys(db));
}

export type ListedKeys = NonNullable<Awaited<ReturnType<typeof loadKeys>>>;
