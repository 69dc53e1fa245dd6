import { createCipheriv, createDecipheriv, randomBytes, scryptSync } from "node:crypto";
import { readFileSync } from "node:fs";
import { authSecret, keepAuthSecret, keepSecretKeys, secretKeys } from "../machine/server";
import { writeWhole } from "../machine/paths";
import { StopWord } from "../machine/stop-word";

/** RFC 7914, at OWASP's minimum: 128 MiB. */
const COST = { N: 2 ** 17, r: 8, p: 1, maxmem: 256 * 2 ** 20 };
const FORMAT = "wallodrom-keys/1";

interface KeysFile {
  readonly format: typeof FORMAT;
  readonly salt: string;
  readonly nonce: string;
  readonly sealed: string;
  readonly tag: string;
}

interface Keys {
  readonly current: string;
  readonly former: readonly string[];
  readonly auth: string;
}

/** Writes this machine's keys into a file, sealed with a passphrase (scrypt, AES-256-GCM). */
export function sealKeys(file: string, phrase: string): void {
  const [salt, nonce] = [randomBytes(16), randomBytes(12)];
  const cipher = createCipheriv("aes-256-gcm", scryptSync(phrase, salt, 32, COST), nonce);
  const keys: Keys = { ...secretKeys(), auth: authSecret() };
  const sealed = Buffer.concat([cipher.update(JSON.stringify(keys), "utf8"), cipher.final()]);
  const text = (part: Buffer) => part.toString("base64");
  const written: KeysFile = {
    format: FORMAT,
    salt: text(salt),
    nonce: text(nonce),
    sealed: text(sealed),
    tag: text(cipher.getAuthTag()),
  };
  writeWhole(file, JSON.stringify(written));
}

/** The keys of such a file. Throws `StopWord` when the passphrase does not open it. */
export function openKeys(file: string, phrase: string): Keys {
  const read = JSON.parse(readFileSync(file, "utf8")) as KeysFile;
  const bytes = (text: string) => Buffer.from(text, "base64");
  if (read.format !== FORMAT || bytes(read.tag).length !== 16) throw new StopWord(`${file} holds no keys.`);
  try {
    const key = scryptSync(phrase, bytes(read.salt), 32, COST);
    const decipher = createDecipheriv("aes-256-gcm", key, bytes(read.nonce), { authTagLength: 16 });
    decipher.setAuthTag(bytes(read.tag));
    const plain = Buffer.concat([decipher.update(bytes(read.sealed)), decipher.final()]).toString("utf8");
    return JSON.parse(plain) as Keys;
  } catch {
    throw new StopWord("The passphrase does not open the keys.");
  }
}

/** Takes keys over: what was sealed here before still opens, and so does what a backup brings. */
export function takeOverKeys(keys: Keys): void {
  const own = secretKeys();
  const former = [...new Set([...keys.former, own.current, ...own.former])].filter(
    (key) => key !== keys.current,
  );
  keepSecretKeys({ current: keys.current, former });
  keepAuthSecret(keys.auth);
}
