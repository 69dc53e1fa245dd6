import "server-only";
import { redirect } from "next/navigation";
import type { PooledDatabase } from "@/db/connect";
import { currentPerson, lacksSecondFactor, type Person } from "./auth/person";
import { may, type Permission } from "./auth/roles";
import { now } from "./clock";
import { database } from "./database";

/** What a loader reads with: who looks, when, and the database. */
export interface Look {
  readonly db: PooledDatabase;
  readonly person: Person;
  readonly now: Date;
}

/**
 * The one way in which pages get at anything, the twin of `act`: nobody signed out reads, they are sent to sign in
 * before anything is asked of the database. What everybody signed in may see.
 */
export async function load<T>(run: (look: Look) => Promise<T> | T): Promise<T> {
  const person = await currentPerson();
  if (!person) redirect("/sign-in");
  if (await lacksSecondFactor(person)) redirect("/second-factor");
  return run({ db: database(), person, now: now() });
}

/** Like `load`, for one's own sign-in: the one page that stays open while a second factor is still to be turned on. */
export async function loadOwnSignIn<T>(run: (look: Look) => Promise<T> | T): Promise<T> {
  const person = await currentPerson();
  if (!person) redirect("/sign-in");
  return run({ db: database(), person, now: now() });
}

/** Like `load`, for what only some roles may see: `undefined` for the others. */
export async function loadFor<T>(
  permission: Permission,
  run: (look: Look) => Promise<T> | T,
): Promise<T | undefined> {
  return load((look) => (may(look.person.role, permission) ? run(look) : undefined));
}

/** What somebody sees who holds a link and has no sign-in yet. */
export function loadByLink<T>(run: (look: Pick<Look, "db" | "now">) => Promise<T>): Promise<T> {
  return run({ db: database(), now: now() });
}
