import fc from "fast-check";
import type { Amount, Terms } from "@/core/setup/amount";
import type { Condition } from "@/core/setup/condition";
import { measures, unitsOfMeasure } from "@/core/setup/measures";
import type { Outcome, Plan } from "@/core/setup/plan";

export const originCodes = ["O1", "O2", "O3"];
export const chartCodes = ["Z1", "Z2"];
export const zoneCodes = ["1", "2"];
export const classCodes = ["small", "bulky"];
export const channelCodes = ["web", "trade"];
export const serviceCodes = ["S1", "S2", "S3", "S4"];
export const offerCodes = ["f1", "f2", "f3"];
export const skus = ["A", "B", "C", "D"];
export const currencies = ["EUR", "SEK", "JPY"];

/** There in one of three. */
export const opt = <T>(arb: fc.Arbitrary<T>) =>
  fc.oneof({ weight: 2, arbitrary: fc.constant(undefined) }, { weight: 1, arbitrary: arb });
/** What bars much is there in one of twelve, so that most orders are offered something. */
export const rare = <T>(arb: fc.Arbitrary<T>) =>
  fc.oneof({ weight: 11, arbitrary: fc.constant(undefined) }, { weight: 1, arbitrary: arb });
export const mostly = fc.oneof(
  { weight: 11, arbitrary: fc.constant(true) },
  { weight: 1, arbitrary: fc.constant(false) },
);
export const some = <T>(list: readonly T[], least = 0) =>
  fc.subarray([...list], { minLength: least }) as fc.Arbitrary<T[]>;
export const one = <T>(...list: readonly T[]) => fc.constantFrom(...list);
export const money = fc.integer({ min: 0, max: 4000 }).map((cents) => (cents / 100).toFixed(2));
export const percent = fc.integer({ min: 0, max: 300 }).map((tenths) => (tenths / 10).toString());
export const figure = fc.integer({ min: 1, max: 60 }).map((halves) => (halves / 2).toString());
export const kg = fc.record({ value: figure, unit: one("kg", "lb") });
export const cm = fc.record({ value: fc.integer({ min: 20, max: 300 }).map(String), unit: one("cm", "in") });
export const day = one("2026-11-01", "2026-11-24", "2026-11-25", "2026-12-24");

/** Leaves out what is not there: the format has no empty values. */
export function defined<T>(value: unknown): T {
  return JSON.parse(JSON.stringify(value)) as T;
}

export const destination = one(
  { country: "EE" },
  { country: "EE", postcode: "10*" },
  { country: "EE", postcode: "50000..60000" },
  { country: "SE", subdivision: "SE-I" },
  { country: "SE" },
  { country: "*" },
  { country: "*" },
);
export const destinations = fc.record({
  only: opt(fc.array(destination, { maxLength: 2 })),
  not: opt(fc.array(destination, { maxLength: 1 })),
});

const measured = one(...measures).map((measure) => {
  const unit = unitsOfMeasure[measure]?.[0];
  return unit === undefined ? { measure } : { measure, unit };
});
const plainCondition: fc.Arbitrary<Condition> = fc.oneof(
  fc
    .tuple(measured, one("<", "<=", ">", ">=", "=" as const), figure)
    .map(([of, op, value]) => ({ ...of, op, value }) as Condition),
  fc
    .tuple(
      measured,
      fc.integer({ min: 0, max: 20 }),
      fc.integer({ min: 1, max: 40 }),
      one("(]", "[)", "[]", "()"),
    )
    .map(
      ([of, low, more, ends]) => ({ ...of, between: [String(low), String(low + more)], ends }) as Condition,
    ),
  some(["EE", "SE", "FI"], 1).map((country) => ({ country })),
  fc.array(destination, { minLength: 1, maxLength: 2 }).map((list) => ({ destination: list })),
  fc.record({ zone: some(zoneCodes, 1), chart: one(...chartCodes) }),
  some(channelCodes, 1).map((channel) => ({ channel })),
  some(originCodes, 1).map((origin) => ({ origin })),
  some(["club", "dealer"], 1).map((customerGroup) => ({ customerGroup })),
  fc.record({ goodsClass: some(classCodes, 1), in: one("any", "all", "only") }),
  some(["HONEY", "X"], 1).map((coupon) => ({ coupon })),
  some([1, 2, 6, 7], 1).map((weekday) => ({ weekday })),
  fc.boolean().map((cashOnDelivery) => ({ cashOnDelivery })),
  fc.boolean().map((poBox) => ({ poBox })),
) as fc.Arbitrary<Condition>;
const condition: fc.Arbitrary<Condition> = fc.oneof(
  { weight: 4, arbitrary: plainCondition },
  { weight: 1, arbitrary: plainCondition.map((inner) => ({ not: inner })) },
);
export const conditions = fc.array(condition, { maxLength: 2 });

export const amount = fc.oneof(
  money.map((fixed) => ({ fixed })),
  fc.record({ per: one("parcel", "piece", "kg", "shipment"), amount: money }),
  fc.record({ percent, of: one("freight", "subtotal", "goodsValue", "cost") }),
  fc.constant({ percentFromFuelIndex: true, of: "freight" }),
) as fc.Arbitrary<Amount>;
const terms = fc.array(
  fc.oneof(
    money.map((constant) => ({ constant })),
    fc.tuple(measured, money).map(([of, each]) => ({ ...of, amount: each })),
    fc.record({ percent, of: one("goodsValue", "cost") }),
  ),
  { minLength: 1, maxLength: 3 },
) as fc.Arbitrary<Terms>;

const outcome = fc.oneof(
  terms.map((list) => ({ terms: list })),
  fc.constant({ tariff: "T1" }),
  fc.constant({ costPlus: true }),
  fc.constant({ free: true }),
  fc.constant({ withhold: "not by this way" }),
) as fc.Arbitrary<Outcome>;
export const plan = fc.oneof(
  fc.constant({ kind: "costPlus" }),
  fc.record({
    kind: fc.constant("flat"),
    amount: money,
    per: one("order", "shipment", "parcel", "piece", "kg"),
  }),
  terms.map((list) => ({ kind: "terms", terms: list })),
  fc.constant({ kind: "tariff", tariff: "T1" }),
  fc.record({
    kind: fc.constant("ladder"),
    match: one("first", "lowest", "highest", "sum"),
    rules: fc.array(fc.record({ name: opt(one("Light", "Heavy")), when: conditions, then: outcome }), {
      maxLength: 3,
    }),
    otherwise: opt(outcome),
  }),
  fc.record({
    kind: fc.constant("byGoodsClass"),
    combine: one("sum", "highest"),
    classes: some(classCodes).chain((list) =>
      fc.tuple(...list.map((goodsClass) => terms.map((own) => ({ goodsClass, terms: own })))),
    ),
    otherwise: opt(terms),
  }),
) as fc.Arbitrary<Plan>;
