"use server";

import { z } from "zod";
import { failureSentence } from "@/messages/failure-sentence";
import { hashPassword, LONGEST_PASSWORD, SHORTEST_PASSWORD } from "@/server/auth/auth";
import { now } from "@/server/clock";
import { database } from "@/server/database";
import { log } from "@/server/log";
import { acceptInvitation, findInvitation } from "@/server/services/invitations";

const schema = z.strictObject({
  token: z.string().min(1).max(100),
  password: z.string().min(SHORTEST_PASSWORD).max(LONGEST_PASSWORD),
});

/** Takes an invitation up: whoever has the link sets their password. The link is the permission; it works once. */
export async function takeUp(
  input: z.infer<typeof schema>,
): Promise<{ ok: true } | { ok: false; text: string }> {
  const parsed = schema.safeParse(input);
  if (!parsed.success) return { ok: false, text: "A password has 10 to 200 signs." };
  try {
    const { token, password } = parsed.data;
    // hashing is costly: an unknown link is turned away before it
    if (!(await findInvitation(database(), token, now()))) return gone;
    const result = await acceptInvitation(database(), token, await hashPassword(password), now());
    return result.ok
      ? { ok: true }
      : result.code === "not-found"
        ? gone
        : { ok: false, text: failureSentence(result.code) };
  } catch (error) {
    log().error({ err: error }, "an invitation could not be taken up");
    return { ok: false, text: failureSentence("unavailable") };
  }
}

const gone = { ok: false, text: "This link was used, taken back, or has run out. Ask for another." } as const;
