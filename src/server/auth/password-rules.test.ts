import { passwordFault } from "./password-rules";

const owner = { name: "Maarja Kask", email: "maarja.kask@nettle-comb.example" };

test.each([
  ["eleven-char", "short"],
  ["x".repeat(201), "long"],
  ["passwordpassword", "common"],
  ["aaaaaaaaaaaaaaaa", "common"],
  ["123456789012345", "common"],
  ["qwertyuiopasdf", "common"],
  ["MaarjaKask2026", "own"],
  ["kask-maarja-1!", "own"],
  ["nettle-comb.example1", "own"],
  ["heather-and-lime", undefined],
  ["pots-of-honey", undefined],
  ["maarja likes rowing at dawn", undefined],
])("%s: %s", (password, fault) => {
  expect(passwordFault(password, owner)).toBe(fault);
});
