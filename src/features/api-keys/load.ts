import "server-only";
import { requirePerson } from "@/server/auth/person";
import { may } from "@/server/auth/roles";
import { database } from "@/server/database";
import { listApiKeys } from "@/server/services/api-keys";

/** The keys, for those who may manage them; `undefined` for others. */
export async function loadKeys() {
  const person = await requirePerson();
  return may(person.role, "manage-people") ? listApiKeys(database()) : undefined;
}

export type ListedKeys = NonNullable<Awaited<ReturnType<typeof loadKeys>>>;
