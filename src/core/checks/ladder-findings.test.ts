import fc from "fast-check";
import { smallestSetup } from "../../../tests/support/smallest-setup";
import { Decimal } from "../money/decimal";
import { allHold, compileConditions } from "../rules/condition";
import type { Facts } from "../rules/facts";
import type { Condition } from "../setup/condition";
import type { Offer } from "../setup/offer";
import { ladderFindings } from "./ladder-findings";
import { runs } from "../../../tests/support/runs";

type Rules = readonly (readonly Condition[])[];

function setupWith(rules: Rules, change: (offer: Offer) => void = () => undefined) {
  const setup = smallestSetup();
  const offer = setup.offers[0]!;
  offer.plan = {
    kind: "ladder",
    match: "first",
    rules: rules.map((when) => ({ when: [...when], then: { free: true } })),
    otherwise: { free: true },
  };
  change(offer);
  return setup;
}

const unreachable = (rules: Rules) =>
  ladderFindings(setupWith(rules)).flatMap(({ code, data }) =>
    (code === "rule-unreachable" || code === "rule-contradicts") && "rule" in data ? [data.rule] : [],
  );

const weight = (op: "<" | "<=" | ">" | ">=" | "=", value: string, unit = "kg"): Condition => ({
  measure: "actualWeight",
  unit,
  op,
  value,
});
const pieces = (op: "<" | ">", value: string): Condition => ({ measure: "quantity", op, value });

test("a rule that earlier ones leave nothing for", () => {
  expect(unreachable([[weight("<=", "10")], [weight("<", "5")]])).toEqual([2]);
  expect(unreachable([[weight("<=", "5")], [weight("<", "10")]])).toEqual([]);
  expect(
    unreachable([[weight("<", "5")], [weight(">", "5")], [weight("=", "5")], [weight("=", "5")]]),
  ).toEqual([4]);
  expect(unreachable([[weight("<=", "3000", "g")], [weight("<=", "3")]])).toEqual([2]);
});

test("whole numbers leave no gap between 3 and 4; an order without a weight passes weight rules by", () => {
  expect(unreachable([[pieces("<", "4")], [pieces(">", "3")], []])).toEqual([3]);
  expect(unreachable([[weight("<", "4")], [weight(">", "3")], []])).toEqual([]);
});

test("sets, their opposites, and the channels an offer has", () => {
  expect(unreachable([[{ country: ["SE", "FI"] }], [{ country: ["FI"] }]])).toEqual([2]);
  expect(unreachable([[{ country: ["SE"] }], [{ not: { country: ["SE"] } }], [{ country: ["DE"] }]])).toEqual(
    [3],
  );
  expect(unreachable([[{ channel: ["web"] }], []])).toEqual([2]);
  expect(unreachable([[{ weekday: [1, 2, 3, 4, 5] }], [{ weekday: [6, 7] }], [{ poBox: true }]])).toEqual([
    3,
  ]);
  expect(unreachable([[{ origin: ["A"] }], [{ origin: ["B"] }], [{ origin: ["A", "B"] }]])).toEqual([]);
  expect(unreachable([[{ origin: ["A", "B"] }], [{ origin: ["B"] }]])).toEqual([2]);
  expect(unreachable([[weight("<", "5"), weight(">", "7")]])).toEqual([1]);
});

test("a ladder without otherwise tells that something falls through; free that is never or always reached", () => {
  const open = setupWith([[weight("<", "5")]], (offer) => {
    if (offer.plan.kind === "ladder") delete offer.plan.otherwise;
  });
  expect(ladderFindings(open).map(({ code }) => code)).toEqual(["ladder-gap"]);
  const free = (value: Offer["free"]) =>
    ladderFindings(setupWith([[]], (offer) => (value ? (offer.free = value) : undefined))).map(
      ({ code }) => code,
    );
  expect(free({ anyOf: [{ measure: "goodsValue", op: ">=", value: "0" }] })).toEqual(["free-always"]);
  expect(free({ allOf: [weight("<", "1"), weight(">", "2")] })).toEqual(["free-never"]);
  expect(free({ anyOf: [{ measure: "goodsValue", op: ">=", value: "75" }] })).toEqual([]);
});

/** Orders on a grid that is finer than the figures of the rules. */
const weights = [undefined, "0", "0.5", "1", "1.5", "2", "2.5", "3", "3.5"];
const counts = [1, 2, 3, 4];
const countries = ["SE", "FI", "DE"];
const classes = [["x"], ["y"], ["z"], ["x", "y"], ["x", "z"], ["y", "z"], ["x", "y", "z"]];

const grid: Facts[] = weights.flatMap((kg) =>
  counts.flatMap((count) =>
    countries.flatMap((country) =>
      classes.map(
        (present) =>
          ({
            measures: {
              actualWeight: kg === undefined ? undefined : Decimal.of(kg),
              quantity: Decimal.whole(count),
              goods: present.map((goodsClass) => ({ item: { goodsClass } })),
            },
            journey: { place: { country, postcode: "" } },
          }) as unknown as Facts,
      ),
    ),
  ),
);

const figure = fc.constantFrom("1", "2", "3");
const op = fc.constantFrom("<", "<=", ">", ">=", "=" as const);
const simple: fc.Arbitrary<Condition> = fc.oneof(
  fc.record({ measure: fc.constant("actualWeight" as const), op, value: figure }),
  fc.record({ measure: fc.constant("quantity" as const), op, value: figure }),
  fc.record({
    measure: fc.constant("actualWeight" as const),
    between: fc.constantFrom<[string, string]>(["1", "2"], ["1", "3"], ["2", "3"]),
    ends: fc.constantFrom("(]", "[)", "[]", "()" as const),
  }),
  fc.record({ country: fc.subarray(["SE", "FI"], { minLength: 1 }) }),
  fc.record({
    goodsClass: fc.subarray(["x", "y"], { minLength: 1 }),
    in: fc.constantFrom("any", "all", "only" as const),
  }),
);
const condition = fc.oneof(
  simple,
  simple.map((not): Condition => ({ not })),
);

test("equals brute force over a grid of orders on random ladders", () => {
  let seen = 0;
  fc.assert(
    fc.property(fc.array(fc.array(condition, { maxLength: 3 }), { minLength: 1, maxLength: 6 }), (rules) => {
      const compiled = rules.map((when) => compileConditions(when, new Map()));
      const firsts = new Set(
        grid.map((facts) => compiled.findIndex((when) => allHold(when, facts) === true)),
      );
      const dead = rules.flatMap((_, i) => (firsts.has(i) ? [] : [i + 1]));
      seen += dead.length;
      expect(unreachable(rules)).toEqual(dead);
    }),
    { seed: 23, numRuns: runs(600) },
  );
  expect(seen).toBeGreaterThan(runs(600) / 4);
});
