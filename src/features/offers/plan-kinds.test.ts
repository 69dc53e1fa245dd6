import { plan as schema, type Plan } from "@/core/setup/plan";
import { beginPlan, planKinds } from "./plan-kinds";

const grounds = {
  sellTariffs: [{ value: "SHOP", name: "Shop" }],
  goodsClasses: [{ value: "bulky", name: "Bulky" }],
};

test.each(planKinds.map(({ value }) => value))(
  "a first plan of the kind %s is one the format takes",
  (kind) => {
    const begun = beginPlan(kind, [], grounds);
    expect(schema.safeParse(begun).success).toBe(true);
    expect(begun?.kind).toBe(kind);
  },
);

test("the plan the offer had before comes back; without a table there is no plan by one", () => {
  const former: Plan[] = [
    { kind: "flat", amount: "4.20", per: "piece" },
    { kind: "tariff", tariff: "OLD" },
  ];
  expect(beginPlan("flat", former, grounds)).toBe(former[0]);
  expect(beginPlan("tariff", former, { ...grounds, sellTariffs: [] })).toBe(former[1]);
  expect(beginPlan("tariff", [], { ...grounds, sellTariffs: [] })).toBeUndefined();
  expect(beginPlan("nonsense", former, grounds)).toBeUndefined();
});
