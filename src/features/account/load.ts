import "server-only";
import { loadOwnSignIn } from "@/server/load";
import { hasSecondFactor, sessionsOf } from "@/server/services/people";

/** Somebody's own way in: who they are, their sessions, whether a second factor is on. */
export function loadAccount() {
  return loadOwnSignIn(async ({ db, person, now }) => {
    const { name, email, role } = person;
    const [sessions, secondFactor] = await Promise.all([
      sessionsOf(db, person.id, person.sessionId, now),
      hasSecondFactor(db, person.id),
    ]);
    return { name, email, role, sessions, secondFactor };
  });
}

export type AccountParts = Awaited<ReturnType<typeof loadAccount>>;
