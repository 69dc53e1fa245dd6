import { signed } from "./signed";

test.each([
  ["-1.20", "−1.20"],
  ["1.20", "+1.20"],
  ["0.00", "0.00"],
  ["0", "0"],
  ["0.01", "+0.01"],
])("%s is %s", (text, shown) => {
  expect(signed(text)).toBe(shown);
});
