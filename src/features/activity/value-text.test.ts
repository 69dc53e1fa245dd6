import { valueText } from "./value-text";

test.each([
  [{ value: "12.50" }, "12.50"],
  [{ value: { a: 1 } }, '{"a":1}'],
  [{ value: false }, "false"],
  [{ value: null }, ""],
  [null, ""],
  ["plain", "plain"],
])("%j is shown as %j", (noted, text) => expect(valueText(noted)).toBe(text));

test("a long value is cut", () => expect(valueText({ value: "x".repeat(500) })).toHaveLength(161));
