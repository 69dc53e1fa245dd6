import "server-only";
import { createCipheriv, createDecipheriv, createHash, randomBytes } from "node:crypto";

const VERSION = "v1";
const NONCE_BYTES = 12;

/** The key of AES-256 that a passphrase of the environment stands for. */
function keyOf(secret: string): Buffer {
  return createHash("sha256").update("wallodrom-secrets\n").update(secret).digest();
}

/**
 * Encrypts text with AES-256-GCM. `place` says where it is kept (its table and id): a sealed value that is moved to another
 * place does not open there.
 */
export function seal(text: string, secret: string, place: string): string {
  const nonce = randomBytes(NONCE_BYTES);
  const cipher = createCipheriv("aes-256-gcm", keyOf(secret), nonce);
  cipher.setAAD(Buffer.from(place));
  const body = Buffer.concat([cipher.update(text, "utf8"), cipher.final()]);
  return [VERSION, nonce, body, cipher.getAuthTag()]
    .map((part) => (typeof part === "string" ? part : part.toString("base64url")))
    .join(".");
}

/** The text again. Throws when it was sealed with another key, for another place, or was changed. */
export function unseal(sealed: string, secret: string, place: string): string {
  const [version, nonce = "", body = "", tag = ""] = sealed.split(".");
  if (version !== VERSION) throw new Error("sealed by another version");
  const decipher = createDecipheriv("aes-256-gcm", keyOf(secret), Buffer.from(nonce, "base64url"));
  decipher.setAAD(Buffer.from(place));
  decipher.setAuthTag(Buffer.from(tag, "base64url"));
  return Buffer.concat([decipher.update(Buffer.from(body, "base64url")), decipher.final()]).toString("utf8");
}
