import "server-only";
import { headers } from "next/headers";
import { cache } from "react";
import { now } from "../clock";
import { database } from "../database";
import { failed, type Failure } from "../result";
import { readSignInRules } from "../services/sign-in-rules";
import { auth } from "./auth";
import { isRole, may, type Permission, type Role } from "./roles";
import { isOverAge } from "./session-age";

/** Somebody who is signed in. */
export interface Person {
  readonly id: string;
  readonly name: string;
  readonly email: string;
  readonly role: Role;
  readonly sessionId: string;
  readonly secondFactor: boolean;
}

/** Who is signed in, by the request's session cookie; nobody when there is none. Asked once a request. */
export const currentPerson = cache(async (): Promise<Person | undefined> => {
  // asking for the headers first tells the build that the page belongs to a request
  const request = await headers();
  const found = await auth().api.getSession({ headers: request });
  if (!found || isOverAge(found.session.createdAt, now())) return undefined;
  const { id, name, email, role, active, twoFactorEnabled } = found.user;
  return isRole(role) && active
    ? { id, name, email, role, sessionId: found.session.id, secondFactor: twoFactorEnabled === true }
    : undefined;
});

/** Whether somebody's role needs a second factor that they have not turned on yet. */
export const lacksSecondFactor = cache(async (person: Person): Promise<boolean> => {
  if (person.secondFactor) return false;
  return (await readSignInRules(database())).secondFactorFor.includes(person.role);
});

/** For actions: the person, or the failure that keeps them out. */
export async function personWho(permission: Permission): Promise<Person | Failure> {
  const person = await currentPerson();
  if (!person) return failed("not-signed-in");
  if (permission !== "own-sign-in" && (await lacksSecondFactor(person)))
    return failed("second-factor-needed");
  return may(person.role, permission) ? person : failed("forbidden");
}
