import { money, moneyDifference } from "./money-difference";

test.each([
  [["10", "12.5"], "+2.50"],
  [["12.50", "10"], "−2.50"],
  [["1.0", "1.00"], "same"],
  [["0", "-0.005"], "−0.005"],
] as const)("from %j it is %s", (pair, text) => expect(moneyDifference(pair)).toBe(text));

test("money has at least its two digits", () => {
  expect([money("3"), money("3.456"), money("-2.5")]).toEqual(["3.00", "3.456", "-2.50"]);
});
