import fc from "fast-check";
import { box, kg, quoteWith } from "../../../tests/support/quote-with";
import type { Condition } from "../setup/condition";
import { measureStrip, stripMeasures, type StripPart } from "./measure-strip";
import type { Plan } from "../setup/plan";
import { runs } from "../../../tests/support/runs";

type Ladder = Extract<Plan, { kind: "ladder" }>;
const weight = (op: "<" | "<=" | ">" | ">=" | "=", value: string): Condition => ({
  measure: "actualWeight",
  unit: "kg",
  op,
  value,
});
const ladder = (...whens: Condition[][]): Ladder => ({
  kind: "ladder",
  match: "first",
  rules: whens.map((when, i) => ({ when, then: { terms: [{ constant: String(i + 1) }] } })),
});
const strip = (of: Ladder) => measureStrip(of, "actualWeight", "kg");
const said = (parts: readonly StripPart[]) =>
  parts.map(
    ({ low, lowIn, high, highIn, rules, isTaken, isSure }) =>
      `${lowIn ? "[" : "("}${low ?? ""},${high ?? ""}${highIn ? "]" : ")"} ${rules.map((n) => n + 1).join("+") || "-"}${isSure ? "" : "?"}${isTaken ? "" : "!"}`,
  );

test("each stretch falls to the first rule, and what none takes is told", () => {
  expect(said(strip(ladder([weight("<=", "5")], [weight("<=", "20")])))).toEqual([
    "[0,5] 1",
    "(5,20] 2",
    "(20,) -!",
  ]);
});

test("a side that is out belongs to the next, a single value to its rule", () => {
  expect(said(strip(ladder([weight("<", "5")], [weight("=", "5")], [weight(">", "5")])))).toEqual([
    "[0,5) 1",
    "[5,5] 2",
    "(5,) 3",
  ]);
  expect(
    said(strip(ladder([{ measure: "actualWeight", unit: "g", between: ["1000", "2000"], ends: "[)" }], []))),
  ).toEqual(["[0,1) 2", "[1,2) 1", "[2,) 2"]);
});

test("rules that ask more can take it or leave it, those about other things alone wherever they could", () => {
  const of = ladder([weight("<=", "5"), { country: ["EE"] }], [{ coupon: ["X"] }], [weight("<=", "10")]);
  expect(said(strip(of))).toEqual(["[0,5] 1+2+3?", "(5,10] 2+3?", "(10,) 2?!"]);
  expect(said(strip({ ...of, otherwise: { free: true } }))).toEqual([
    "[0,5] 1+2+3?",
    "(5,10] 2+3?",
    "(10,) 2?",
  ]);
  expect(said(strip({ ...of, otherwise: { withhold: "no" } }))[2]).toBe("(10,) 2?!");
  expect(said(strip({ ...of, match: "sum" }))[0]).toBe("[0,5] 1+2+3?");
});

test("an edge that several rules have is one, one below nothing none, and what is as sure and as taken is one stretch", () => {
  expect(said(strip(ladder([weight("<", "5")], [weight(">=", "5")], [weight(">", "5")])))).toEqual([
    "[0,5) 1",
    "[5,) 2",
  ]);
  expect(said(strip(ladder([weight(">=", "-3")])))).toEqual(["[0,) 1"]);
  expect(said(strip(ladder([weight(">", "0")], [weight("=", "0")])))).toEqual(["[0,0] 2", "(0,) 1"]);
  const sum = { ...ladder([weight("<=", "5")], [weight("<=", "9")]), match: "sum" as const };
  expect(said(strip(sum))).toEqual(["[0,5] 1+2", "(5,9] 2", "(9,) -!"]);
});

test("measures that as many rules ask for come by name, each with the unit it was first given in; other conditions are none", () => {
  const of = ladder(
    [{ measure: "quantity", op: ">", value: "2" }, { country: ["EE"] }],
    [
      { measure: "actualWeight", unit: "g", op: ">", value: "2" },
      { not: { measure: "chargeableWeight", unit: "kg", op: ">", value: "2" } },
    ],
    [weight("<", "9"), { measure: "quantity", op: ">", value: "4" }],
  );
  expect(stripMeasures(of)).toEqual([
    { measure: "actualWeight", unit: "g" },
    { measure: "quantity", unit: undefined },
    { measure: "chargeableWeight", unit: "kg" },
  ]);
  expect(stripMeasures(ladder([{ coupon: ["X"] }]))).toEqual([]);
});

test("the measure most rules ask for comes first", () => {
  const of = ladder(
    [weight("<", "1"), { measure: "quantity", op: ">", value: "2" }],
    [{ not: weight(">", "9") }],
  );
  expect(stripMeasures(of)).toEqual([
    { measure: "actualWeight", unit: "kg" },
    { measure: "quantity", unit: undefined },
  ]);
});

test("the strip says of every weight which rule a quote takes", () => {
  const bound = fc.record({
    op: fc.constantFrom("<" as const, "<=" as const, ">" as const, ">=" as const, "=" as const),
    value: fc.integer({ min: 0, max: 8 }).map(String),
    negated: fc.boolean(),
  });
  const rules = fc.array(fc.array(bound, { maxLength: 2 }), { minLength: 1, maxLength: 4 });
  fc.assert(
    fc.property(rules, fc.integer({ min: 1, max: 18 }), (made, halves) => {
      const value = String(halves / 2);
      const of = ladder(
        ...made.map((bounds) =>
          bounds.map(({ op, value: edge, negated }) =>
            negated ? { not: weight(op, edge) } : weight(op, edge),
          ),
        ),
      );
      const { offers } = quoteWith({
        items: [{ ...box, weight: kg(value) }],
        setup: (setup) => {
          setup.offers[0]!.adjust = {};
          setup.offers[0]!.plan = of;
        },
      });
      const part = strip(of).find(({ low, lowIn, high, highIn }) => {
        const above =
          low === undefined || Number(value) > Number(low) || (lowIn && Number(value) === Number(low));
        return (
          above &&
          (high === undefined || Number(value) < Number(high) || (highIn && Number(value) === Number(high)))
        );
      });
      expect(part?.rules[0] === undefined ? undefined : `${part.rules[0] + 1}.00`).toBe(offers[0]?.net);
    }),
    { numRuns: runs(150) },
  );
});
