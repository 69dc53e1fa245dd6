import { plan as schema, type Plan } from "@/core/setup/plan";
import { beginPlan, planKinds } from "./plan-kinds";

/** An amount that is still to be typed is an empty text. */
const isUnfinished = (plan: Plan | undefined) => JSON.stringify(plan).includes('""');

const tables = [{ value: "SHOP", name: "Shop" }];

test.each(planKinds.map(({ value }) => value))(
  "a first plan of the kind %s is one the format takes, or has an amount to be typed and is not stored",
  (kind) => {
    const begun = beginPlan(kind, [], tables);
    expect(schema.safeParse(begun).success).toBe(!isUnfinished(begun));
    expect(isUnfinished(begun)).toBe(kind === "flat" || kind === "terms");
    expect(begun?.kind).toBe(kind);
  },
);

test("the plan the offer had before comes back; without a table there is no plan by one", () => {
  const former: Plan[] = [
    { kind: "flat", amount: "4.20", per: "piece" },
    { kind: "tariff", tariff: "OLD" },
  ];
  expect(beginPlan("flat", former, tables)).toBe(former[0]);
  expect(beginPlan("tariff", former, [])).toBe(former[1]);
  expect(beginPlan("tariff", [], [])).toBeUndefined();
  expect(beginPlan("nonsense", former, tables)).toBeUndefined();
});
