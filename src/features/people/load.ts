import "server-only";
import { requirePerson } from "@/server/auth/person";
import { may } from "@/server/auth/roles";
import { now } from "@/server/clock";
import { database } from "@/server/database";
import { openInvitations } from "@/server/services/invitations";
import { listPeople } from "@/server/services/people";

/** Everybody with a way in, for those who may manage it; `undefined` for others. */
export async function loadPeople() {
  const person = await requirePerson();
  if (!may(person.role, "manage-people")) return undefined;
  const [people, invitations] = await Promise.all([
    listPeople(database(), now()),
    openInvitations(database(), now()),
  ]);
  return { self: person.id, people, invitations };
}

export type PeopleParts = NonNullable<Awaited<ReturnType<typeof loadPeople>>>;
