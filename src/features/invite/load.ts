import "server-only";
import { loadByLink } from "@/server/load";
import { findInvitation } from "@/server/services/invitations";
import { findPasswordLink } from "@/server/services/password-links";

/** Whom a link asks in. */
export function loadInvitation(token: string) {
  return loadByLink(async ({ db, now }) => {
    const found = await findInvitation(db, token, now);
    return found && { name: found.name, email: found.email, role: found.role };
  });
}

/** Whose password a link sets. */
export function loadPasswordLink(token: string) {
  return loadByLink(async ({ db, now }) => {
    const found = await findPasswordLink(db, token, now);
    return found && { name: found.name, email: found.email };
  });
}
