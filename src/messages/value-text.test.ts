import { valueText } from "./value-text";

test.each([
  [{ value: "12.50" }, "12.50"],
  [
    { value: { zone: null, country: "SE", days: [1, { at: "x" }] } },
    "zone: none, country: SE, days: (1, (at: x))",
  ],
  [{ value: false }, "false"],
  [{ value: null }, ""],
  [null, ""],
  ["plain", "plain"],
])("%j is shown as %j", (noted, text) => expect(valueText(noted)).toBe(text));

test("a long value is cut", () => expect(valueText({ value: "x".repeat(500) })).toHaveLength(161));
