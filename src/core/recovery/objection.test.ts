import {
  mayBecome,
  objectable,
  objectionSums,
  objectionStates,
  statesAfter,
  type Objected,
} from "./objection";

test("an objection goes from open over accepted to credited; what was said too early is taken back a step", () => {
  const way = objectionStates.map((from) => [from, statesAfter(from)]);
  expect(Object.fromEntries(way)).toEqual({
    open: ["accepted", "rejected"],
    accepted: ["credited", "rejected"],
    credited: ["accepted"],
    rejected: ["open"],
  });
  expect(mayBecome("open", "credited")).toBe(false);
  expect(mayBecome("accepted", "credited")).toBe(true);
});

test("sums are by currency: what waits, what was won back as it was credited, what was turned down", () => {
  const one = (own: Partial<Objected>): Objected => ({
    currency: "EUR",
    amount: "10.00",
    state: "open",
    ...own,
  });
  expect(
    objectionSums([
      one({}),
      one({ state: "accepted", amount: "2.50" }),
      one({ state: "credited", credited: "7.20" }),
      one({ state: "credited" }),
      one({ state: "rejected", amount: "0.05" }),
      one({ currency: "PLN" }),
    ]),
  ).toEqual([
    { currency: "EUR", count: 5, waiting: "12.50", wonBack: "17.20", rejected: "0.05" },
    { currency: "PLN", count: 1, waiting: "10.00", wonBack: "0.00", rejected: "0.00" },
  ]);
  expect(objectionSums([])).toEqual([]);
});

test.each([
  // none of it is ours: all of it
  ["12.30", undefined, "12.30"],
  // in the bill's own currency, which is not that of the difference
  ["43.00", { difference: "2.50", billed: "10.00" }, "10.75"],
  ["12.30", { difference: "1.10", billed: "12.30" }, "1.10"],
  ["12.30", { difference: "-1.10", billed: "12.30" }, "0.00"],
  ["12.30", { difference: "0.00", billed: "12.30" }, "0.00"],
])("of %s with %j there is %s to object to", (total, matched, amount) => {
  expect(objectable(total, "EUR", matched)).toBe(amount);
});
