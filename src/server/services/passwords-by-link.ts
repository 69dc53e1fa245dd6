import "server-only";
import type { PooledDatabase } from "@/db/connect";
import { hashPassword } from "../auth/password-hash";
import { passwordFault } from "../auth/password-rules";
import { failed, weakPassword, type Result } from "../result";
import { TooManyWaiting } from "../turns";
import { acceptInvitation, findInvitation } from "./invitations";
import { findPasswordLink, resetPassword } from "./password-links";

/** Takes an invitation up with a password. */
export async function acceptWithPassword(
  db: PooledDatabase,
  token: string,
  password: string,
  now: Date,
): Promise<Result<{ email: string }>> {
  const owner = await findInvitation(db, token, now);
  return withHash(owner, password, (hash) => acceptInvitation(db, token, hash, now));
}

/** Sets a new password by a link. */
export async function resetWithPassword(
  db: PooledDatabase,
  token: string,
  password: string,
  now: Date,
): Promise<Result<{ email: string }>> {
  const owner = await findPasswordLink(db, token, now);
  return withHash(owner, password, (hash) => resetPassword(db, token, hash, now));
}

/** Hashing is costly: an unknown link and a weak password are turned away before it, and a crowd is told to come back. */
async function withHash<T>(
  owner: { readonly name: string; readonly email: string } | undefined,
  password: string,
  store: (hash: string) => Promise<Result<T>>,
): Promise<Result<T>> {
  if (!owner) return failed("link-gone");
  const fault = passwordFault(password, owner);
  if (fault) return weakPassword(fault);
  try {
    return await store(await hashPassword(password));
  } catch (error) {
    if (error instanceof TooManyWaiting) return failed("busy");
    throw error;
  }
}
