import { createCipheriv, createDecipheriv, createHash, randomBytes } from "node:crypto";

const VERSION = "v2";
const NONCE_BYTES = 12;
const TAG_BYTES = 16;

/** What secrets are sealed with now, and what those were sealed with that have not been sealed anew. */
export interface SecretKeys {
  readonly current: string;
  readonly former?: readonly string[];
}

/** The key of AES-256 that a passphrase of the environment stands for. */
function keyOf(secret: string): Buffer {
  return createHash("sha256").update("wallodrom-secrets\n").update(secret).digest();
}

/** Tells keys apart without telling anything of them. */
export function keyId(secret: string): string {
  return createHash("sha256").update("wallodrom-key-id\n").update(secret).digest("hex").slice(0, 8);
}

/**
 * Encrypts text with AES-256-GCM. `place` says where it is kept (its table and id): a sealed value that is moved to another
 * place does not open there. The sealed text names the key: `v2.KEY.NONCE.TEXT.TAG`.
 */
export function seal(text: string, { current }: SecretKeys, place: string): string {
  const nonce = randomBytes(NONCE_BYTES);
  const cipher = createCipheriv("aes-256-gcm", keyOf(current), nonce, { authTagLength: TAG_BYTES });
  cipher.setAAD(Buffer.from(place));
  const body = Buffer.concat([cipher.update(text, "utf8"), cipher.final()]);
  const parts = [nonce, body, cipher.getAuthTag()].map((part) => part.toString("base64url"));
  return [VERSION, keyId(current), ...parts].join(".");
}

/** Whether a sealed text was sealed with the current key. */
export function isCurrent(sealed: string, { current }: SecretKeys): boolean {
  return sealed.startsWith(`${VERSION}.${keyId(current)}.`);
}

/** The text again. Throws when none of the keys sealed it, when it was sealed for another place, or was changed. */
export function unseal(sealed: string, keys: SecretKeys, place: string): string {
  const [version, ...rest] = sealed.split(".");
  if (version === VERSION && rest.length === 4) {
    const [id, ...parts] = rest;
    const key = [keys.current, ...(keys.former ?? [])].find((one) => keyId(one) === id);
    if (key === undefined) throw new Error("sealed with a key that is not here");
    return open(parts, key, place);
  }
  // texts of the first version do not name their key
  if (version === "v1" && rest.length === 3) return openFirst(rest, keys, place);
  throw new Error("sealed by another version");
}

function openFirst(parts: readonly string[], { current, former = [] }: SecretKeys, place: string): string {
  for (const key of [current, ...former])
    try {
      return open(parts, key, place);
    } catch {
      // perhaps the next key
    }
  throw new Error("sealed with a key that is not here");
}

function open([nonce = "", body = "", tag = ""]: readonly string[], key: string, place: string): string {
  const [nonceBytes, tagBytes] = [Buffer.from(nonce, "base64url"), Buffer.from(tag, "base64url")];
  // a shortened tag would be accepted by its beginning alone
  if (nonceBytes.length !== NONCE_BYTES || tagBytes.length !== TAG_BYTES)
    throw new Error("a sealed text is not whole");
  const decipher = createDecipheriv("aes-256-gcm", keyOf(key), nonceBytes, { authTagLength: TAG_BYTES });
  decipher.setAAD(Buffer.from(place));
  decipher.setAuthTag(tagBytes);
  return Buffer.concat([decipher.update(Buffer.from(body, "base64url")), decipher.final()]).toString("utf8");
}
