"use server";

import { z } from "zod";
import type { Answer } from "@/messages/answer";
import { actByLink } from "@/server/act";
import { acceptWithPassword, resetWithPassword } from "@/server/services/passwords-by-link";

const schema = z.strictObject({ token: z.string().min(1).max(100), password: z.string().max(1000) });

/** Takes an invitation up: whoever has the link sets their password. The link is the permission; it works once. */
export async function takeUp(input: z.infer<typeof schema>): Promise<Answer<{ email: string }>> {
  return actByLink(input, {
    schema,
    run: ({ token, password }, { db, now }) => acceptWithPassword(db, token, password, now),
  });
}

/** Sets a new password by a link an administrator made. */
export async function setPassword(input: z.infer<typeof schema>): Promise<Answer<{ email: string }>> {
  return actByLink(input, {
    schema,
    run: ({ token, password }, { db, now }) => resetWithPassword(db, token, password, now),
  });
}
