import { plainNumber } from "./number-text";

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
