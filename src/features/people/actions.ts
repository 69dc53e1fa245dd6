"use server";

import { refresh } from "next/cache";
import { z } from "zod";
import type { Answer } from "@/messages/answer";
import { act } from "@/server/act";
import { roles } from "@/server/auth/roles";
import { baseUrl } from "@/server/environment";
import { done } from "@/server/result";
import { invite, revokeInvitation } from "@/server/services/invitations";
import { issuePasswordLink } from "@/server/services/password-links";
import { dropSecondFactor, endSessions, setActive, setRole } from "@/server/services/people";
import { setKeepMonths } from "@/server/services/personal-data";
import { requireSecondFactor } from "@/server/services/sign-in-rules";

const id = z.string().min(1).max(100);
const words = {
  name: "A person has a name.",
  email: "This is not an e-mail address.",
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
    run: async (person, { db, by }) => {
      const result = await invite(db, person, by);
      return result.ok ? done({ link: `${baseUrl()}/invite/${result.value.token}` }) : result;
    },
  });
  refresh();
  return answer;
}

export async function withdrawInvitation(input: { id: string }): Promise<Answer<undefined>> {
  const answer = await act(input, {
    permission: "manage-people",
    schema: z.strictObject({ id }),
    run: (value, { db, by }) => revokeInvitation(db, value.id, by),
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
    run: (change, { db, by }) => {
      if (change.what === "role") return setRole(db, change.id, change.role, by);
      if (change.what === "active") return setActive(db, change.id, change.active, by);
      return change.what === "sessions"
        ? endSessions(db, change.id, by)
        : dropSecondFactor(db, change.id, by);
    },
  });
  refresh();
  return answer;
}

/** A link by which somebody sets a new password; whoever asks for it sends it. */
export async function makePasswordLink(input: { id: string }): Promise<Answer<{ link: string }>> {
  const answer = await act(input, {
    permission: "manage-people",
    schema: z.strictObject({ id }),
    run: async (person, { db, by }) => {
      const result = await issuePasswordLink(db, person.id, by);
      return result.ok ? done({ link: `${baseUrl()}/password/${result.value.token}` }) : result;
    },
  });
  refresh();
  return answer;
}

/** Sets for which roles a second factor is needed. */
export async function setSecondFactorRule(input: { roles: readonly string[] }): Promise<Answer<undefined>> {
  const answer = await act(input, {
    permission: "manage-people",
    schema: z.strictObject({ roles: z.array(z.enum(roles)).max(roles.length) }),
    run: (rule, { db, by }) => requireSecondFactor(db, rule.roles, by),
  });
  refresh();
  return answer;
}

/** Sets how many months customers' names and streets are kept with done orders; without a number, for good. */
export async function setRetention(input: { months?: number }): Promise<Answer<undefined>> {
  const answer = await act(input, {
    permission: "manage-people",
    schema: z.strictObject({ months: z.int().min(1).max(240).exactOptional() }),
    words: { months: "Whole months from 1 to 240, or nothing to keep them for good." },
    run: ({ months }, { db, by }) => setKeepMonths(db, months, by),
  });
  refresh();
  return answer;
}
