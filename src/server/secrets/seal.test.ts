import { seal, unseal } from "./seal";

const [key, place] = ["k".repeat(32), "carrier_secrets/1"];

test("what is sealed opens with its key at its place, and says nothing of itself", () => {
  const sealed = seal("EE38 2200 2210 2014 5685", key, place);
  expect(unseal(sealed, key, place)).toBe("EE38 2200 2210 2014 5685");
  expect(sealed).not.toContain("2200");
  expect(seal("same", key, place)).not.toBe(seal("same", key, place));
});

test("another key, another place or a changed byte does not open it", () => {
  const sealed = seal("secret", key, place);
  expect(() => unseal(sealed, "x".repeat(32), place)).toThrow();
  expect(() => unseal(sealed, key, "carrier_secrets/2")).toThrow();
  const parts = sealed.split(".");
  parts[2] = (parts[2]!.startsWith("A") ? "B" : "A") + parts[2]!.slice(1);
  expect(() => unseal(parts.join("."), key, place)).toThrow();
});
