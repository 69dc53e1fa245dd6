import { isUnfinished } from "./unfinished";

test.each<[string, unknown, boolean]>([
  ["a charge without its amount", { fixed: "" }, true],
  ["one with it", { fixed: "0" }, false],
  ["a percentage", { percent: "", of: "freight" }, true],
  ["the second of two terms", { terms: [{ constant: "2" }, { measure: "parcels", amount: "" }] }, true],
  ["a rule's outcome", { when: [], then: { terms: [{ constant: "" }] } }, true],
  ["a text that may be empty", { liveService: "", fixed: "1" }, false],
  ["a limit on the goods", { maxGoodsValue: { amount: "5", currency: "EUR" } }, false],
  ["nothing", undefined, false],
])("%s", (_, value, expected) => {
  expect(isUnfinished(value)).toBe(expected);
});
