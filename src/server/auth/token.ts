import { createHash, randomBytes } from "node:crypto";

/** A secret for a link or a key: 192 bits that nobody guesses. */
export function freshToken(): string {
  return randomBytes(24).toString("base64url");
}

/** What is stored of a token: whoever reads the database can't use it. */
export function digest(token: string): string {
  return createHash("sha256").update(token).digest("hex");
}
