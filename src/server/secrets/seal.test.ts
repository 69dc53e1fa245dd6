import { createCipheriv, createHash, randomBytes } from "node:crypto";
import { isCurrent, keyId, seal, unseal } from "./seal";

const keys = { current: "k".repeat(32) };
const place = "carrier_secrets/1";

test("what is sealed opens with its key at its place, and says nothing of itself", () => {
  const sealed = seal("EE38 2200 2210 2014 5685", keys, place);
  expect(unseal(sealed, keys, place)).toBe("EE38 2200 2210 2014 5685");
  expect(sealed).not.toContain("2200");
  expect(seal("same", keys, place)).not.toBe(seal("same", keys, place));
});

test("another key, another place or a changed byte does not open it", () => {
  const sealed = seal("secret", keys, place);
  expect(() => unseal(sealed, { current: "x".repeat(32) }, place)).toThrow();
  expect(() => unseal(sealed, keys, "carrier_secrets/2")).toThrow();
  const parts = sealed.split(".");
  parts[3] = (parts[3]!.startsWith("A") ? "B" : "A") + parts[3]!.slice(1);
  expect(() => unseal(parts.join("."), keys, place)).toThrow();
});

test.each([0, 1, 4, 8, 12, 15])("a tag cut to %i bytes opens nothing", (length) => {
  const parts = seal("secret", keys, place).split(".");
  parts[4] = Buffer.from(parts[4]!, "base64url").subarray(0, length).toString("base64url");
  expect(() => unseal(parts.join("."), keys, place)).toThrow("not whole");
});

test("the sealed text names its key; after a change of keys the former one still opens it", () => {
  const old = seal("secret", keys, place);
  const next = { current: "n".repeat(32), former: [keys.current] };
  expect(old.split(".")[1]).toBe(keyId(keys.current));
  expect(unseal(old, next, place)).toBe("secret");
  expect([isCurrent(old, next), isCurrent(old, keys)]).toEqual([false, true]);
  expect(() => unseal(old, { current: next.current }, place)).toThrow("a key that is not here");
});

test("what the first version sealed opens with whichever key sealed it", () => {
  const nonce = randomBytes(12);
  const key = createHash("sha256").update("wallodrom-secrets\n").update(keys.current).digest();
  const cipher = createCipheriv("aes-256-gcm", key, nonce);
  cipher.setAAD(Buffer.from(place));
  const body = Buffer.concat([cipher.update("old", "utf8"), cipher.final()]);
  const first = ["v1", ...[nonce, body, cipher.getAuthTag()].map((part) => part.toString("base64url"))].join(
    ".",
  );
  expect(unseal(first, keys, place)).toBe("old");
  expect(unseal(first, { current: "n".repeat(32), former: [keys.current] }, place)).toBe("old");
});
