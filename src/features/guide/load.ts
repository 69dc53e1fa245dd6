import "server-only";
import { load } from "@/server/load";

/** For everybody who is signed in; others are sent to sign in. */
export function loadPerson() {
  return load(({ person }) => person.name);
}
