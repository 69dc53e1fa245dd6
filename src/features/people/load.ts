import "server-only";
import { loadFor } from "@/server/load";
import { openInvitations } from "@/server/services/invitations";
import { listPeople } from "@/server/services/people";
import { readKeepMonths } from "@/server/services/personal-data";
import { readSignInRules } from "@/server/services/sign-in-rules";

/** Everybody with a way in, for those who may manage it; `undefined` for others. */
export function loadPeople() {
  return loadFor("manage-people", async ({ db, person, now }) => {
    const [people, invitations, rules, keepMonths] = await Promise.all([
      listPeople(db, now),
      openInvitations(db, now),
      readSignInRules(db),
      readKeepMonths(db),
    ]);
    return { self: person.id, people, invitations, rules, keepMonths };
  });
}

export type PeopleParts = NonNullable<Awaited<ReturnType<typeof loadPeople>>>;
