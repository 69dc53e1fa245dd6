"use server";

import { refresh } from "next/cache";
import { z } from "zod";
import { act, type Answer } from "@/server/act";
import { roles } from "@/server/auth/roles";
import { database } from "@/server/database";
import { environment } from "@/server/environment";
import { done } from "@/server/result";
import { invite, revokeInvitation } from "@/server/services/invitations";
import { dropSecondFactor, endSessions, setActive, setRole } from "@/server/services/people";

const id = z.string().min(1).max(100);
const words = {
  name: "A person has a name.",
  email: "This is no e-mail address.",
};

const inviteSchema = z.strictObject({
  name: z.string().trim().min(1).max(100),
  email: z.string().trim().toLowerCase().pipe(z.email().max(254)),
  role: z.enum(roles),
});

/** Asks somebody in; the answer is the link to send them, which is not shown again. */
export async function invitePerson(input: z.infer<typeof inviteSchema>): Promise<Answer<{ link: string }>> {
  const answer = await act(input, {
    permission: "manage-people",
    schema: inviteSchema,
    words,
    run: async (person, { person: by, now }) => {
      const result = await invite(database(), person, { who: by.name, now });
      return result.ok ? done({ link: `${environment().BASE_URL}/invite/${result.value.token}` }) : result;
    },
  });
  refresh();
  return answer;
}

export async function withdrawInvitation(input: { id: string }): Promise<Answer<undefined>> {
  const answer = await act(input, {
    permission: "manage-people",
    schema: z.strictObject({ id }),
    run: (value, { person, now }) => revokeInvitation(database(), value.id, { who: person.name, now }),
  });
  refresh();
  return answer;
}

const changeSchema = z.discriminatedUnion("what", [
  z.strictObject({ what: z.literal("role"), id, role: z.enum(roles) }),
  z.strictObject({ what: z.literal("active"), id, active: z.boolean() }),
  z.strictObject({ what: z.literal("sessions"), id }),
  z.strictObject({ what: z.literal("second-factor"), id }),
]);
export type PersonChange = z.infer<typeof changeSchema>;

/** Changes what somebody may do, or whether they may sign in at all. */
export async function changePerson(input: PersonChange): Promise<Answer<undefined>> {
  const answer = await act(input, {
    permission: "manage-people",
    schema: changeSchema,
    run: (change, { person, now }) => {
      const deed = { who: person.name, now };
      if (change.what === "role") return setRole(database(), change.id, change.role, deed);
      if (change.what === "active") return setActive(database(), change.id, change.active, deed);
      return change.what === "sessions"
        ? endSessions(database(), change.id, deed)
        : dropSecondFactor(database(), change.id, deed);
    },
  });
  refresh();
  return answer;
}
