import { holdsWords } from "./holds-words";

test("each word is looked for on its own, in any order and writing", () => {
  expect(holdsWords("Pinepost Parcel, what we pay", "parcel PINE")).toBe(true);
  expect(holdsWords("Pinepost Parcel, what we pay", "parcel letter")).toBe(false);
});

test("nothing, or blanks alone, is in everything", () => {
  expect(holdsWords("", "")).toBe(true);
  expect(holdsWords("Parcel", "   ")).toBe(true);
});
