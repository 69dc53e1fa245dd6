import { plainNumber, readingNote } from "./number-text";

test.each([
  ["12,5", "12.5"],
  ["12.5", "12.5"],
  [" 1 234,50 ", "1234.50"],
  ["1.234,50", "1234.50"],
  ["1,234.50", "1234.50"],
  ["-3,2", "-3.2"],
  ["", ""],
  ["twelve", "twelve"],
  ["1e5", "1e5"],
  ["1,2,3", "1,2,3"],
])("%j is read as %j", (typed, plain) => {
  expect(plainNumber(typed)).toBe(plain);
});

test.each([
  ["1,000", "1,000 was read as 1: the comma is a decimal sign. Type 1000 for thousands."],
  ["12.500", "12.500 was read as 12.5: the point is a decimal sign. Type 12500 for thousands."],
  ["0,250", undefined],
  ["1,00", undefined],
  ["1000", undefined],
  ["1,000.00", undefined],
  ["1,000 kg", undefined],
])("%j says how it was read: %j", (typed, note) => {
  expect(readingNote(typed)).toBe(note);
});
