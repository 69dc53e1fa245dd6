import "server-only";
import { requirePerson } from "@/server/auth/person";
import { now } from "@/server/clock";
import { database } from "@/server/database";
import { hasSecondFactor, sessionsOf } from "@/server/services/people";

/** Somebody's own way in: who they are, their sessions, whether a second factor is on. */
export async function loadAccount() {
  const person = await requirePerson();
  const [sessions, secondFactor] = await Promise.all([
    sessionsOf(database(), person.id, person.sessionId, now()),
    hasSecondFactor(database(), person.id),
  ]);
  return { name: person.name, email: person.email, role: person.role, sessions, secondFactor };
}

export type AccountParts = Awaited<ReturnType<typeof loadAccount>>;
