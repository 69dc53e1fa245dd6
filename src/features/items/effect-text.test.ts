import { itemException } from "@/core/setup/offer";
import { parseWith } from "@/core/setup/parse-setup";
import { effectText, readEffect } from "./effect-text";

test.each([
  ["banned", "ban", "banned"],
  ["Ban", "ban", "banned"],
  ["free", "shipsFree", "ships free"],
  ["instead 59,00", { instead: "59.00" }, "instead 59.00"],
  ["+2.5", { extra: "2.5" }, "extra 2.5"],
  ["extra -1", { extra: "-1" }, "extra -1"],
] as const)("%j is an effect, and is shown so that it is read again", (typed, effect, shown) => {
  expect(readEffect(typed)).toEqual(effect);
  expect(effectText(effect)).toBe(shown);
  expect(readEffect(shown)).toEqual(effect);
});

test("what is no effect is left for the format to refuse", () => {
  for (const typed of ["perhaps", "instead of it", "extra"])
    expect(parseWith(itemException, { item: "X", do: readEffect(typed) }).ok).toBe(false);
});
