import "server-only";
import { now } from "@/server/clock";
import { database } from "@/server/database";
import { findInvitation } from "@/server/services/invitations";

/** Whom a link asks in. */
export async function loadInvitation(token: string) {
  const found = await findInvitation(database(), token, now());
  return found && { name: found.name, email: found.email, role: found.role };
}
