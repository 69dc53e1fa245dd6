import "server-only";
import { headers } from "next/headers";
import { redirect } from "next/navigation";
import { failed, type Failure } from "../result";
import { auth } from "./auth";
import { isRole, may, type Permission, type Role } from "./roles";

/** Somebody who is signed in. */
export interface Person {
  readonly id: string;
  readonly name: string;
  readonly email: string;
  readonly role: Role;
  readonly sessionId: string;
}

/** Who is signed in, by the request's session cookie; nobody when there is none. */
export async function currentPerson(): Promise<Person | undefined> {
  // asking for the headers first tells the build that the page belongs to a request
  const request = await headers();
  const session = await auth().api.getSession({ headers: request });
  if (!session) return undefined;
  const { id, name, email, role, active } = session.user;
  return isRole(role) && active ? { id, name, email, role, sessionId: session.session.id } : undefined;
}

/** For pages: whoever is not signed in is sent to sign in. */
export async function requirePerson(): Promise<Person> {
  const person = await currentPerson();
  if (!person) redirect("/sign-in");
  return person;
}

/** For actions: the person, or the failure that keeps them out. */
export async function personWho(permission: Permission): Promise<Person | Failure> {
  const person = await currentPerson();
  if (!person) return failed("not-signed-in");
  return may(person.role, permission) ? person : failed("forbidden");
}
