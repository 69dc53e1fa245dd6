import { hash, verify } from "@node-rs/argon2";
import { Turns } from "../turns";

/** OWASP's minimum for argon2id, the library's default algorithm: 19 MiB, two passes. */
const argon = { memoryCost: 19_456, timeCost: 2, parallelism: 1 };

/** Hashes worked out at once, and those that may wait: a crowd at the door costs neither all cores nor all memory. */
const turns = new Turns(2, 40);

/** A password's hash. Rejects with `TooManyWaiting` when too many are asked for at once. */
export function hashPassword(password: string): Promise<string> {
  return turns.take(() => hash(password, argon));
}

export function verifyPassword(stored: string, password: string): Promise<boolean> {
  return turns.take(() => verify(stored, password));
}
