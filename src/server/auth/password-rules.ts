import { ZxcvbnFactory } from "@zxcvbn-ts/core";
import { adjacencyGraphs, dictionary } from "@zxcvbn-ts/language-common";
import type { PasswordFault } from "@/messages/failures";

export const SHORTEST_PASSWORD = 12;
export const LONGEST_PASSWORD = 200;

/** Tries (as a power of ten) below which a password counts as common: a list of common ones, runs, repeats. */
const COMMON_BELOW = 7;
/** Characters that are looked at: more of them make a password no weaker. */
const LOOKED_AT = 64;

let estimator: ZxcvbnFactory | undefined;

/**
 * What is wrong with a password; nothing for one that may be used. By OWASP ASVS 5.0: length before composition, no
 * common ones (a list that ships with the app), nothing that somebody's name or e-mail address is the most of.
 */
export function passwordFault(
  password: string,
  owner: { readonly name: string; readonly email: string },
): PasswordFault | undefined {
  const length = [...password].length;
  if (length < SHORTEST_PASSWORD) return "short";
  if (length > LONGEST_PASSWORD) return "long";
  if (isOwn(password, owner)) return "own";
  estimator ??= new ZxcvbnFactory({ dictionary: { ...dictionary }, graphs: adjacencyGraphs });
  const { guessesLog10 } = estimator.check(password.slice(0, LOOKED_AT));
  return guessesLog10 < COMMON_BELOW ? "common" : undefined;
}

/** Whether a password is somebody's name or address, but for case, spaces, marks and a short rest. */
function isOwn(
  password: string,
  { name, email }: { readonly name: string; readonly email: string },
): boolean {
  const plain = bare(password);
  const [local = "", domain = ""] = email.split("@");
  const parts = name.split(/\s+/);
  const own = [name, [...parts].reverse().join(""), email, local, domain].map(bare);
  return own.some((text) => text.length > 3 && plain.includes(text) && plain.length - text.length < REST);
}

/** Characters that must be added to a name or address to make a password of it. */
const REST = 6;

function bare(text: string): string {
  return text
    .normalize("NFKD")
    .toLowerCase()
    .replace(/[^\p{L}\p{N}]/gu, "");
}
